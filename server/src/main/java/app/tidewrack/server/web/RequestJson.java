package app.tidewrack.server.web;

import app.tidewrack.core.text.WellFormed;
import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import jakarta.validation.constraints.Size;
import java.lang.reflect.AnnotatedType;
import java.lang.reflect.Executable;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.http.converter.autoconfigure.ServerHttpMessageConvertersCustomizer;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.format.FormatterRegistry;
import org.springframework.http.converter.json.JacksonJsonHttpMessageConverter;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.BeanProperty;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.KeyDeserializer;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.introspect.Annotated;
import tools.jackson.databind.introspect.AnnotatedParameter;
import tools.jackson.databind.introspect.JacksonAnnotationIntrospector;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;

/**
 * The one place that reads what is sent. What a record does not call {@code @Nullable} has to be there, no list holds a null, text is
 * well formed and no longer than its {@code @Size} or {@link #LONGEST_TEXT}, days lie between {@link #FIRST_DAY} and {@link #LAST_DAY},
 * numbers are finite. What is refused is told by {@link Problems} with its path.
 */
@Configuration
class RequestJson implements WebMvcConfigurer {
    /** Characters of a text that says nothing of its own. */
    static final int LONGEST_TEXT = 5_000;

    static final LocalDate FIRST_DAY = LocalDate.of(1990, 1, 1);
    static final LocalDate LAST_DAY = LocalDate.of(2100, 12, 31);

    /** A formula or an audience within a list within a request is at 12. */
    private static final StreamReadConstraints LIMITS = StreamReadConstraints.builder()
            .maxNestingDepth(40)
            .maxTokenCount(1_000_000)
            .maxNumberLength(40)
            .maxNameLength(300)
            .maxStringLength(2_000_000)
            .build();

    @Bean
    ServerHttpMessageConvertersCustomizer requests(List<JsonMapperBuilderCustomizer> usual) {
        return converters -> converters.withJsonConverter(new JacksonJsonHttpMessageConverter(mapper(usual)));
    }

    static JsonMapper mapper(List<JsonMapperBuilderCustomizer> usual) {
        JsonMapper.Builder builder = JsonMapper.builder(
                JsonFactory.builder().streamReadConstraints(LIMITS).build());
        usual.forEach(c -> c.customize(builder));
        return builder.annotationIntrospector(new NullsAsDeclared())
                .changeDefaultNullHandling(usually -> JsonSetter.Value.construct(Nulls.FAIL, Nulls.FAIL))
                .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
                .addModule(new SimpleModule("requests")
                        .addDeserializer(String.class, new Text(LONGEST_TEXT))
                        .addKeyDeserializer(String.class, new Key())
                        .addDeserializer(LocalDate.class, new Day())
                        .addDeserializer(Double.class, new Finite())
                        .addDeserializer(double.class, new Finite()))
                .build();
    }

    /** Days in addresses are read as those in bodies are. */
    @Override
    public void addFormatters(FormatterRegistry registry) {
        registry.addConverter(String.class, LocalDate.class, text -> {
            LocalDate day = LocalDate.parse(text);
            if (outside(day)) {
                throw new DateTimeException(text);
            }
            return day;
        });
    }

    private static boolean outside(LocalDate day) {
        return day.isBefore(FIRST_DAY) || day.isAfter(LAST_DAY);
    }

    /** Nulls are taken where a component or parameter is {@code @Nullable}, and nowhere else. */
    private static final class NullsAsDeclared extends JacksonAnnotationIntrospector {
        private static final long serialVersionUID = 1L;

        @Override
        public JsonSetter.Value findSetterInfo(MapperConfig<?> config, Annotated annotated) {
            return annotated instanceof AnnotatedParameter parameter
                            && type(parameter).isAnnotationPresent(Nullable.class)
                    ? JsonSetter.Value.forValueNulls(Nulls.SET)
                    : super.findSetterInfo(config, annotated);
        }

        private static AnnotatedType type(AnnotatedParameter parameter) {
            Executable maker =
                    (Executable) Objects.requireNonNull(parameter.getOwner().getMember());
            return maker.getAnnotatedParameterTypes()[parameter.getIndex()];
        }
    }

    /** A value that can be read but not taken; its message follows “it”. */
    static final class NotTaken extends InvalidFormatException {
        private static final long serialVersionUID = 1L;

        NotTaken(@Nullable JsonParser parser, String why, Object value) {
            super(parser, why, value, value.getClass());
        }
    }

    private static String formed(@Nullable JsonParser parser, String text) {
        WellFormed.fault(text).ifPresent(fault -> {
            throw new NotTaken(parser, fault, text);
        });
        return text;
    }

    private static final class Key extends KeyDeserializer {
        @Override
        public Object deserializeKey(String key, DeserializationContext context) {
            return formed(context.getParser(), key);
        }
    }

    @RequiredArgsConstructor
    private static final class Text extends ValueDeserializer<String> {
        private final int most;

        @Override
        public ValueDeserializer<?> createContextual(DeserializationContext context, @Nullable BeanProperty property) {
            if (property == null || !property.getType().hasRawClass(String.class)) {
                return this;
            }
            Size size = property.getAnnotation(Size.class);
            return size == null ? this : new Text(size.max());
        }

        @Override
        public String deserialize(JsonParser parser, DeserializationContext context) {
            if (!parser.hasToken(JsonToken.VALUE_STRING)) {
                return (String) context.handleUnexpectedToken(String.class, parser);
            }
            String text = parser.getString();
            if (text.length() > most) {
                throw new NotTaken(parser, "has %,d characters; the most is %,d".formatted(text.length(), most), text);
            }
            return formed(parser, text);
        }
    }

    private static final class Day extends ValueDeserializer<LocalDate> {
        @Override
        public LocalDate deserialize(JsonParser parser, DeserializationContext context) {
            if (!parser.hasToken(JsonToken.VALUE_STRING)) {
                return (LocalDate) context.handleUnexpectedToken(LocalDate.class, parser);
            }
            String text = parser.getString();
            try {
                LocalDate day = LocalDate.parse(text);
                if (!outside(day)) {
                    return day;
                }
            } catch (DateTimeException e) {
                // Told below, as a day that is out of what is taken.
            }
            throw new NotTaken(parser, "is no day from %s to %s".formatted(FIRST_DAY, LAST_DAY), text);
        }
    }

    private static final class Finite extends ValueDeserializer<Double> {
        @Override
        public Double deserialize(JsonParser parser, DeserializationContext context) {
            if (parser.currentToken() == null || !parser.currentToken().isNumeric()) {
                return (Double) context.handleUnexpectedToken(Double.class, parser);
            }
            double number = parser.getDoubleValue();
            if (!Double.isFinite(number)) {
                throw new NotTaken(parser, "is too large", parser.getString());
            }
            return number;
        }
    }
}
