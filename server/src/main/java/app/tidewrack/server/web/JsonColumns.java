package app.tidewrack.server.web;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.plan.Delivery;
import app.tidewrack.core.plan.NamingScheme;
import app.tidewrack.core.plan.Narrowing;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.Template;
import app.tidewrack.core.playbook.Playbook;
import app.tidewrack.core.post.PostRule;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.List;
import java.util.function.Function;
import lombok.RequiredArgsConstructor;
import org.apache.ibatis.type.TypeHandlerRegistry;
import org.mybatis.spring.boot.autoconfigure.ConfigurationCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.ClassPathScanningCandidateComponentProvider;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.type.filter.AnnotationTypeFilter;
import org.springframework.util.ClassUtils;
import tools.jackson.databind.json.JsonMapper;

/** The types that are columns of their own: those that say so ({@link JsonColumn}), and core's, which knows of no column. */
@Configuration
@RequiredArgsConstructor
class JsonColumns {
    /** Of core's, those that all of a client's or a plan's are looked at with every edit. */
    private static final List<Class<?>> READ_ONCE =
            List.of(AudienceDefinition.class, Narrowing.class, Delivery.class, Settings.class);

    private static final List<Class<?>> READ = List.of(
            PlanEdit.class,
            NamingScheme.class,
            Playbook.class,
            Rulebook.class,
            LeadForm.FormContent.class,
            PostRule.class,
            Template.class);

    /** Characters of all texts whose values are kept. */
    private static final long MOST_KEPT = 8_000_000;

    private final JsonMapper json;

    private final Cache<Text, Object> read = Caffeine.newBuilder()
            .maximumWeight(MOST_KEPT)
            .<Text, Object>weigher((text, value) -> text.content().length())
            .build();

    private record Text(Class<?> type, String content) {}

    @Bean
    ConfigurationCustomizer columns() {
        return configuration -> {
            TypeHandlerRegistry handlers = configuration.getTypeHandlerRegistry();
            READ_ONCE.forEach(type -> column(handlers, type, true));
            READ.forEach(type -> column(handlers, type, false));
            var scan = new ClassPathScanningCandidateComponentProvider(false);
            scan.addIncludeFilter(new AnnotationTypeFilter(JsonColumn.class));
            scan.findCandidateComponents("app.tidewrack.server").forEach(found -> {
                Class<?> type = ClassUtils.resolveClassName(String.valueOf(found.getBeanClassName()), null);
                column(handlers, type, type.getAnnotation(JsonColumn.class).readOnce());
            });
        };
    }

    /** A sealed type is written as one of its kinds, and read as itself. */
    private <T> void column(TypeHandlerRegistry handlers, Class<T> type, boolean once) {
        Function<String, T> plain = text -> json.readValue(text, type);
        Function<String, T> kept = text -> type.cast(read.get(new Text(type, text), t -> plain.apply(text)));
        handlers.register(type, new JsonHandler<>(json.writerFor(type), once ? kept : plain));
        if (type.isSealed()) {
            for (Class<?> kind : type.getPermittedSubclasses()) {
                column(handlers, kind, once);
            }
        }
    }
}
