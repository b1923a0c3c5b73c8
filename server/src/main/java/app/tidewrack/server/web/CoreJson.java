package app.tidewrack.server.web;

import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.Slice;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.databind.DeserializationFeature;

/** How core's own types are written as JSON, since core knows nothing of it. */
@Configuration
class CoreJson {
    @Bean
    JsonMapperBuilderCustomizer coreTypes() {
        return builder -> builder.addMixIn(PlanEdit.class, NamedBySimpleName.class)
                .addMixIn(Slice.class, SliceBySimpleName.class)
                .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES);
    }

    /** Edits in the journal carry the simple name of their record. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.SIMPLE_NAME, property = "edit")
    private interface NamedBySimpleName {}

    /** Slices of a row, in the journal and beside it, likewise. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.SIMPLE_NAME, property = "slice")
    private interface SliceBySimpleName {}
}
