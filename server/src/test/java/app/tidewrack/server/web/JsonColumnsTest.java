package app.tidewrack.server.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Delivery;
import app.tidewrack.core.plan.NamingScheme;
import app.tidewrack.core.plan.Narrowing;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.RemoveRows;
import app.tidewrack.core.plan.SetRowMoney;
import app.tidewrack.core.plan.Slice;
import app.tidewrack.core.playbook.Playbook;
import app.tidewrack.server.brief.BriefBody;
import app.tidewrack.server.creative.CreativeDraft;
import app.tidewrack.server.form.ScriptDraft;
import app.tidewrack.server.source.SourceLibrary;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.apache.ibatis.session.Configuration;
import org.apache.ibatis.type.TypeHandler;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.mockito.ArgumentCaptor;
import org.postgresql.util.PGobject;
import tools.jackson.databind.json.JsonMapper;

/** What is stored as JSON is read as it was written, by the handlers that MyBatis finds for it. */
class JsonColumnsTest {
    private final Configuration mybatis = new Configuration();

    JsonColumnsTest() {
        JsonMapper.Builder builder = JsonMapper.builder();
        new CoreJson().coreTypes().customize(builder);
        new JsonColumns(builder.build()).columns().customize(mybatis);
    }

    static Stream<Arguments> stored() {
        AudienceDefinition near = AudienceDefinition.everyoneIn(
                        Places.around(List.of(new Circle(2641181, "Norwich", "GB", 52.62783, 1.29834, 25))))
                .aged(new AgeRange(25, 54))
                .and(AnyOf.of(new Term(TermKind.INTEREST, "knitting"), new Term(TermKind.SOURCE, "s1")))
                .without(List.of(new Term(TermKind.LOOKALIKE, "s1:GB:0-1")));
        return Stream.of(
                Arguments.of(AudienceDefinition.class, near),
                Arguments.of(AudienceDefinition.class, AudienceDefinition.everyoneIn("DK")),
                Arguments.of(Narrowing.class, new Narrowing(List.of(new Slice.Aged(new AgeRange(30, 39))))),
                Arguments.of(Delivery.class, Delivery.USUAL),
                Arguments.of(PlanEdit.class, new RemoveRows("c", List.of("r1", "r2"))),
                Arguments.of(PlanEdit.class, new SetRowMoney("c", Map.of("r1", Money.ofMinor(1250, "GBP")))),
                Arguments.of(NamingScheme.class, NamingScheme.USUAL),
                Arguments.of(Playbook.class, Playbook.USUAL));
    }

    @ParameterizedTest
    @MethodSource("stored")
    void whatIsWrittenIsReadAsItWas(Class<?> column, Object value) throws Exception {
        assertThat(read(column, written(value))).isEqualTo(value);
    }

    /** Each type of the server that says so is found, wherever it stands. */
    @ParameterizedTest
    @ValueSource(classes = {BriefBody.class, CreativeDraft.class, ScriptDraft.class, SourceLibrary.Rule.class})
    void typesThatSaySoAreColumns(Class<?> type) {
        assertThat(mybatis.getTypeHandlerRegistry().hasTypeHandler(type)).isTrue();
    }

    @Test
    void whatAllOfAClientsAreLookedAtIsReadOnce() throws Exception {
        String people = written(AudienceDefinition.everyoneIn("GB"));
        assertThat(read(AudienceDefinition.class, people)).isSameAs(read(AudienceDefinition.class, people));
        String edit = written(new RemoveRows("c", List.of("r1")));
        assertThat(read(PlanEdit.class, edit)).isNotSameAs(read(PlanEdit.class, edit));
    }

    @Test
    void theSameTextIsAnotherValueInAnotherColumn() throws Exception {
        assertThat(read(Narrowing.class, "{\"slices\": []}")).isEqualTo(Narrowing.NONE);
        assertThat(read(PlanEdit.class, "{\"edit\": \"RemoveRows\", \"campaignId\": \"c\", \"rowIds\": []}"))
                .isInstanceOf(RemoveRows.class);
    }

    @Test
    void nothingStaysNothing() throws Exception {
        assertThat(read(AudienceDefinition.class, null)).isNull();
    }

    /** As a statement gets it: the handler is found by what the value is, a kind of a sealed type as well. */
    private <T> String written(T value) throws Exception {
        @SuppressWarnings("unchecked")
        TypeHandler<T> handler =
                (TypeHandler<T>) mybatis.getTypeHandlerRegistry().getTypeHandler(value.getClass());
        PreparedStatement statement = mock(PreparedStatement.class);
        handler.setParameter(statement, 1, value, null);
        ArgumentCaptor<PGobject> column = ArgumentCaptor.forClass(PGobject.class);
        verify(statement).setObject(eq(1), column.capture());
        assertThat(column.getValue().getType()).isEqualTo("jsonb");
        return column.getValue().getValue();
    }

    private Object read(Class<?> type, String text) throws Exception {
        ResultSet rows = mock(ResultSet.class);
        when(rows.getString("c")).thenReturn(text);
        return mybatis.getTypeHandlerRegistry().getTypeHandler(type).getResult(rows, "c");
    }
}
