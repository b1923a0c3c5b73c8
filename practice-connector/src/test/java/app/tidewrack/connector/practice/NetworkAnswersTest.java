package app.tidewrack.connector.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.junit.jupiter.api.Named.named;
import static org.junit.jupiter.params.provider.Arguments.arguments;
import static org.springframework.test.web.client.match.MockRestRequestMatchers.anything;
import static org.springframework.test.web.client.match.MockRestRequestMatchers.requestTo;
import static org.springframework.test.web.client.response.MockRestResponseCreators.withException;
import static org.springframework.test.web.client.response.MockRestResponseCreators.withStatus;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Orders.Under;
import app.tidewrack.connector.Reports.Hour;
import app.tidewrack.connector.Reports.Page;
import app.tidewrack.connector.Reports.PartOfDay;
import app.tidewrack.connector.Reports.Unread;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.Items;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Doubt;
import app.tidewrack.core.results.Measure;
import java.net.SocketTimeoutException;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.test.web.client.MockRestServiceServer;
import org.springframework.test.web.client.ResponseCreator;
import org.springframework.test.web.client.response.DefaultResponseCreator;
import org.springframework.web.client.RestClient;

/** Whatever a network answers is either believed, refused for good with its reason, or asked again later; never half believed. */
class NetworkAnswersTest {
    private static final Duration USUAL = Duration.ofSeconds(5);

    private MockRestServiceServer network;
    private PracticeNetwork asked;

    @BeforeEach
    void aNetworkThatAnswersAsItIsTold() {
        RestClient.Builder http = RestClient.builder().baseUrl("http://practice.example");
        network = MockRestServiceServer.bindTo(http).build();
        asked = new PracticeNetwork(http.build(), "hearthside");
    }

    private static DefaultResponseCreator json(HttpStatus status, String body) {
        return withStatus(status).contentType(MediaType.APPLICATION_JSON).body(body);
    }

    private static String hour(String impressions) {
        return """
                [{"seq": 7, "adId": "a", "hour": "2027-03-29T10:00:00Z", "spendMinor": 5, "counts": {"impressions": %s}}]""".formatted(impressions);
    }

    static Stream<Arguments> answersThatMayBeAskedForAgain() {
        return Stream.of(
                arguments(named("nothing in time", withException(new SocketTimeoutException())), null),
                arguments(named("an error of its own", json(HttpStatus.BAD_GATEWAY, "{}")), null),
                arguments(named("no body", withStatus(HttpStatus.OK)), null),
                arguments(named("no JSON", json(HttpStatus.OK, "<html>We are moving")), null),
                arguments(named("JSON that breaks off", json(HttpStatus.OK, "[{\"seq\": 7, \"adId\"")), null),
                arguments(named("a wait in seconds", wait("30")), Duration.ofSeconds(30)),
                arguments(named("a wait of a week", wait("604800")), Duration.ofHours(1)),
                arguments(named("a wait until some day", wait("Fri, 31 Dec 2027 23:59:59 GMT")), USUAL));
    }

    private static ResponseCreator wait(String after) {
        return withStatus(HttpStatus.TOO_MANY_REQUESTS).header("Retry-After", after);
    }

    @ParameterizedTest
    @MethodSource
    void answersThatMayBeAskedForAgain(ResponseCreator answer, @Nullable Duration wait) {
        network.expect(anything()).andRespond(answer);
        Throwable told = catchThrowable(() -> asked.reports("a1", 0));
        assertThat(told).isInstanceOf(NetworkAway.class).hasMessageContaining("Hearthside");
        assertThat(((NetworkAway) told).asksToWait()).isEqualTo(wait);
    }

    static Stream<Arguments> refusalsSayWhy() {
        return Stream.of(
                arguments(
                        HttpStatus.UNPROCESSABLE_CONTENT,
                        "{\"detail\": \"The budget is under 5.00.\"}",
                        "The budget is under 5.00."),
                arguments(HttpStatus.CONTENT_TOO_LARGE, "<html>too large</html>", "it answered 413."),
                arguments(HttpStatus.FORBIDDEN, "", "it answered 403."));
    }

    @ParameterizedTest
    @MethodSource
    void refusalsSayWhy(HttpStatus status, String body, String why) {
        network.expect(anything()).andRespond(json(status, body));
        assertThat(catchThrowable(() -> asked.remove(Level.AD, "x")))
                .isInstanceOf(NetworkRefused.class)
                .hasMessageContaining(why);
    }

    /** A line that says nothing is told with what is wrong in it; those before and after it are read to the last count. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            "seq": 7, "adId": "a", "hour": "2027-03-29T10:00:00Z", "spendMinor": 5, "counts": {"impressions": "many"} | a | 2027-03-29T10:00:00Z | impressions | many
            "seq": 7, "adId": "a", "hour": "2027-03-29T10:00:00Z", "spendMinor": 5, "counts": {"impressions": 1.5} | a | 2027-03-29T10:00:00Z | impressions | 1.5
            "seq": 7, "adId": "a", "hour": "2027-03-29T10:00:00Z", "spendMinor": 5, "counts": {"clicks": 9223372036854775808} | a | 2027-03-29T10:00:00Z | clicks | 9223372036854775808
            "seq": 7, "adId": "a", "hour": "2027-03-29T10:00:00Z", "counts": {} | a | 2027-03-29T10:00:00Z | spendMinor | ''
            "seq": 7, "adId": "a", "hour": "yesterday", "spendMinor": 5, "counts": {} | a | yesterday | hour | yesterday
            "seq": 7, "adId": "a", "hour": 8, "spendMinor": 5 | a | 8 | hour | 8
            "seq": 7, "adId": {"id": 1}, "hour": "2027-03-29T10:00:00Z", "spendMinor": 5 | '' | 2027-03-29T10:00:00Z | adId | {"id":1}
            "seq": null, "adId": "a", "hour": "2027-03-29T10:00:00Z", "spendMinor": 5 | a | 2027-03-29T10:00:00Z | seq | null
            "nothing": "of it" | '' | '' | seq | ''
            """)
    void aLineThatSaysNothingKeepsNoOtherOut(String line, String ad, String at, String field, String told) {
        network.expect(anything())
                .andRespond(json(
                        HttpStatus.OK,
                        hour("3").replace("]", "") + ", {" + line + "}, "
                                + hour("4").replace("[", "")));
        Page<Hour> page = asked.reports("a1", 0);
        assertThat(page.told())
                .extracting(h -> h.counts().get(Measure.IMPRESSIONS))
                .containsExactly(3L, 4L);
        assertThat(page.told().get(0).counts().get(Measure.SPEND)).isEqualTo(5);
        assertThat(page.unread()).containsExactly(new Unread(ad, at, Doubt.unreadable(field, told)));
    }

    @Test
    void daysAreReadLineByLineToo() {
        network.expect(anything()).andRespond(json(HttpStatus.OK, """
                [{"adId": "a", "day": "2027-03-29", "by": {"age": "25-34"}, "spendMinor": 5, "counts": {"clicks": 2}},
                 {"adId": "a", "day": "2027-02-29", "by": {"age": "25-34"}, "spendMinor": 5, "counts": {}}]"""));
        Page<PartOfDay> page = asked.reportRows("a1", "r", 0);
        assertThat(page.told())
                .containsExactly(new PartOfDay(
                        "a",
                        LocalDate.of(2027, 3, 29),
                        Map.of("age", "25-34"),
                        Counts.of(Map.of(Measure.CLICKS, 2L, Measure.SPEND, 5L))));
        assertThat(page.unread()).containsExactly(new Unread("a", "2027-02-29", Doubt.unreadable("day", "2027-02-29")));
    }

    /** Only what was not answered is asked for again; the creative too where the ad has another by now. */
    @Test
    void anAdThatIsTriedAgainKeepsItsCreative() {
        AdSettings first = (AdSettings) Items.any(new Random(1), Level.AD);
        AdSettings other = (AdSettings) Items.any(new Random(2), Level.AD);
        Under under = new Under("a1", "g1");
        made("creatives", "cr1");
        network.expect(requestTo("http://practice.example/ads"))
                .andRespond(withException(new SocketTimeoutException()));
        made("ads", "ad1");
        made("creatives", "cr2");
        made("ads", "ad1");
        assertThat(catchThrowable(() -> asked.create("k", under, first))).isInstanceOf(NetworkAway.class);
        assertThat(asked.create("k", under, first)).isEqualTo("ad1");
        assertThat(asked.create("k", under, other)).isEqualTo("ad1");
        network.verify();
    }

    private void made(String what, String id) {
        network.expect(requestTo("http://practice.example/" + what))
                .andRespond(json(HttpStatus.OK, "{\"id\": \"%s\"}".formatted(id)));
    }
}
