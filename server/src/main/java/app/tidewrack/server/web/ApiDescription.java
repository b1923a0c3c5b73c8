package app.tidewrack.server.web;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import io.swagger.v3.oas.models.media.Discriminator;
import io.swagger.v3.oas.models.media.Schema;
import java.lang.reflect.AnnotatedParameterizedType;
import java.lang.reflect.AnnotatedType;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.providers.ObjectMapperProvider;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.beans.factory.annotation.AnnotatedBeanDefinition;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.ClassPathScanningCandidateComponentProvider;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.type.filter.AnnotationTypeFilter;
import org.springframework.core.type.filter.AssignableTypeFilter;
import org.springframework.core.type.filter.TypeFilter;
import org.springframework.util.ClassUtils;

/**
 * Makes the API's description say what the code says: a record component is always there unless it is {@code @Nullable},
 * and a choice of edits is a plain choice. The browser's types are generated from it.
 */
@Configuration
@SuppressWarnings("rawtypes") // the description's own model is made of raw schemas
class ApiDescription {
    private static final String SCHEMAS = "#/components/schemas/";

    @Bean
    OpenApiCustomizer truthfulSchemas(ObjectMapperProvider described) {
        CoreJson.CHOICES.forEach(described.jsonMapper()::addMixIn);
        SpringDocUtils.getConfig().replaceWithClass(Currency.class, String.class);
        List<Class<?>> records = classes(new AssignableTypeFilter(Record.class));
        List<Class<?>> choices = classes(new AnnotationTypeFilter(JsonSubTypes.class));
        return api -> {
            Map<String, Schema> schemas = api.getComponents().getSchemas();
            schemas.forEach((name, schema) -> record(records, name, schema).ifPresent(type -> describe(type, schema)));
            choices.forEach(c -> flatten(c, c, schemas));
            CoreJson.CHOICES.forEach((type, told) -> flatten(type, told, schemas));
        };
    }

    private static List<Class<?>> classes(TypeFilter wanted) {
        var scanner = new ClassPathScanningCandidateComponentProvider(false) {
            @Override
            protected boolean isCandidateComponent(AnnotatedBeanDefinition definition) {
                return true;
            }
        };
        scanner.addIncludeFilter(wanted);
        return scanner.findCandidateComponents("app.tidewrack").stream()
                .<Class<?>>map(d -> ClassUtils.resolveClassName(Objects.requireNonNull(d.getBeanClassName()), null))
                .toList();
    }

    /** The record behind a schema: that of its name whose components are the schema's properties. */
    private static Optional<Class<?>> record(List<Class<?>> records, String name, Schema<?> schema) {
        Set<String> properties = own(schema).getProperties() == null
                ? Set.of()
                : own(schema).getProperties().keySet();
        return records.stream()
                .filter(r -> r.getSimpleName().equals(name))
                .filter(r -> {
                    Set<String> components = Arrays.stream(r.getRecordComponents())
                            .map(RecordComponent::getName)
                            .collect(Collectors.toSet());
                    return components.equals(properties) || components.equals(without(properties, "kind"));
                })
                .findFirst();
    }

    private static Set<String> without(Set<String> names, String name) {
        Set<String> left = new HashSet<>(names);
        left.remove(name);
        return left;
    }

    /** The part of a schema that holds its own properties: itself, or the part beside what it inherits. */
    private static Schema<?> own(Schema<?> schema) {
        if (schema.getAllOf() == null) {
            return schema;
        }
        return schema.getAllOf().stream()
                .filter(s -> s.getProperties() != null)
                .findFirst()
                .orElse(schema);
    }

    private static void describe(Class<?> type, Schema<?> schema) {
        List<String> required = new ArrayList<>();
        for (RecordComponent component : type.getRecordComponents()) {
            Schema<?> property =
                    Objects.requireNonNull(own(schema).getProperties().get(component.getName()));
            if (component.getAnnotatedType().isAnnotationPresent(Nullable.class)) {
                own(schema).getProperties().put(component.getName(), orNull(property));
            } else {
                required.add(component.getName());
            }
            if (property.getItems() != null && hasNullableItems(component.getAnnotatedType())) {
                property.setItems(orNull(property.getItems()));
            }
        }
        own(schema).setRequired(required);
    }

    private static boolean hasNullableItems(AnnotatedType type) {
        return type instanceof AnnotatedParameterizedType parameterized
                && parameterized.getAnnotatedActualTypeArguments()[0].isAnnotationPresent(Nullable.class);
    }

    private static Schema<?> orNull(Schema<?> schema) {
        if (schema.get$ref() == null) {
            schema.addType("null");
            return schema;
        }
        Schema<?> nothing = new Schema<>();
        nothing.addType("null");
        return new Schema<>().addOneOfItem(schema).addOneOfItem(nothing);
    }

    /**
     * Each kind of a choice as an object of its own with a constant kind, instead of an heir of the choice itself.
     *
     * @param told carries what says how one kind is told from another
     */
    private static void flatten(Class<?> type, Class<?> told, Map<String, Schema> schemas) {
        if (!schemas.containsKey(type.getSimpleName())) {
            return;
        }
        String property = told.getAnnotation(JsonTypeInfo.class).property();
        Schema<?> choice = new Schema<>();
        choice.setDescription(schemas.get(type.getSimpleName()).getDescription());
        choice.setDiscriminator(new Discriminator().propertyName(property));
        for (JsonSubTypes.Type kind : told.getAnnotation(JsonSubTypes.class).value()) {
            String name = kind.value().getSimpleName();
            choice.getDiscriminator().mapping(kind.name(), SCHEMAS + name);
            choice.addOneOfItem(new Schema<>().$ref(SCHEMAS + name));
            Schema<?> flat = own(Objects.requireNonNull(schemas.get(name)));
            Schema<String> constant = new Schema<>();
            constant.addType("string");
            constant.setEnum(List.of(kind.name()));
            flat.addProperty(property, constant);
            flat.setRequired(new ArrayList<>(flat.getRequired()));
            flat.addRequiredItem(property);
            schemas.put(name, flat);
        }
        schemas.put(type.getSimpleName(), choice);
    }
}
