package app.tidewrack.connector.practice;

import app.tidewrack.connector.Leads.ChatTold;
import app.tidewrack.connector.Leads.LeadTold;
import app.tidewrack.connector.Offers.BidQuestion;
import app.tidewrack.connector.Offers.BidTold;
import app.tidewrack.connector.Offers.City;
import app.tidewrack.connector.Offers.Overlaps;
import app.tidewrack.connector.Offers.PlacementSize;
import app.tidewrack.connector.Offers.Question;
import app.tidewrack.connector.Offers.RelatedTopic;
import app.tidewrack.connector.Offers.Topic;
import app.tidewrack.connector.Orders.AccountTold;
import app.tidewrack.connector.Reports.ReportState;
import app.tidewrack.connector.Reviews.Review;
import app.tidewrack.connector.Sources.SourceOrder;
import app.tidewrack.connector.Sources.SourceTold;
import app.tidewrack.connector.Sources.Traits;
import app.tidewrack.connector.practice.OrderBodies.AdOnNetwork;
import app.tidewrack.connector.practice.OrderBodies.CampaignWhole;
import app.tidewrack.connector.practice.PostBodies.PostBody;
import app.tidewrack.connector.practice.ReportBodies.ReportAsked;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.network.Rulebook;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.client.RestClientException;
import org.springframework.web.service.annotation.DeleteExchange;
import org.springframework.web.service.annotation.GetExchange;
import org.springframework.web.service.annotation.PostExchange;
import org.springframework.web.service.annotation.PutExchange;
import tools.jackson.databind.JsonNode;

/** The practice network's HTTP, as one of its networks answers it; an answer without a body is null. */
interface PracticeApi {
    String KEY = "Idempotency-Key";

    @GetExchange("/rulebook")
    Rulebook rulebook();

    @GetExchange("/topics")
    List<Topic> topics();

    @GetExchange("/places")
    List<City> places(@RequestParam String country, @RequestParam String text);

    @GetExchange("/places/within")
    List<City> within(
            @RequestParam double south,
            @RequestParam double west,
            @RequestParam double north,
            @RequestParam double east);

    @GetExchange("/places/near")
    City near(@RequestParam double latitude, @RequestParam double longitude);

    @GetExchange("/regions")
    Map<String, String> regions();

    @GetExchange("/questions")
    List<Question> questions(@RequestParam String topic);

    record RelatedAsked(Places places, List<String> topics) {}

    @PostExchange("/topics/related")
    List<RelatedTopic> related(@RequestBody RelatedAsked asked);

    @PostExchange("/sizes")
    List<AudienceSize> sizes(
            @RequestParam(required = false) @Nullable String account, @RequestBody List<AudienceDefinition> audiences);

    @PostExchange("/placement-sizes")
    List<PlacementSize> placementSizes(@RequestParam String account, @RequestBody AudienceDefinition audience);

    @PostExchange("/overlaps")
    Overlaps overlaps(
            @RequestParam(required = false) @Nullable String account, @RequestBody List<AudienceDefinition> audiences);

    @PostExchange("/accounts/{account}/bids")
    BidTold bids(@PathVariable String account, @RequestBody BidQuestion question);

    @GetExchange("/accounts/{account}")
    AccountTold account(@PathVariable String account);

    @PostExchange("/accounts/{account}/sources")
    Created createSource(@PathVariable String account, @RequestHeader(KEY) String key, @RequestBody SourceOrder order);

    @PutExchange(url = "/accounts/{account}/sources/{source}/hashes", contentType = MediaType.TEXT_PLAIN_VALUE)
    SourceTold fillSource(@PathVariable String account, @PathVariable String source, @RequestBody Resource hashes);

    @GetExchange("/accounts/{account}/sources/{source}")
    SourceTold source(@PathVariable String account, @PathVariable String source);

    @GetExchange("/accounts/{account}/sources/{source}/traits")
    Traits traits(@PathVariable String account, @PathVariable String source, @RequestParam String country);

    @PutExchange(url = "/media/{sha}", contentType = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ResponseEntity<Void> sendMedium(@PathVariable String sha, @RequestBody Resource file);

    record SenderNamed(String name) {}

    record SenderAsked(boolean agreed) {}

    @PostExchange("/accounts/{account}/senders")
    SenderAsked askSender(@PathVariable String account, @RequestBody SenderNamed sender);

    /** Numbers of what is taken out. */
    record Erased(List<Long> leads, List<Long> chats) {}

    @PostExchange("/accounts/{account}/leads/erased")
    ResponseEntity<Void> eraseLeads(@PathVariable String account, @RequestBody Erased erased);

    @GetExchange("/accounts/{account}/leads")
    List<LeadTold> leads(@PathVariable String account, @RequestParam long after);

    @GetExchange("/accounts/{account}/chats")
    List<ChatTold> chats(@PathVariable String account, @RequestParam long after);

    @GetExchange("/accounts/{account}/posts")
    List<PostBody> posts(@PathVariable String account, @RequestParam long after);

    @GetExchange(url = "/posts/{post}/still", accept = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    byte[] still(@PathVariable String post);

    record Created(@Nullable String id) {
        String known() {
            if (id == null) {
                throw new RestClientException("An answer without an id.");
            }
            return id;
        }
    }

    /** @param what the plural of what is created, as it stands in addresses */
    @PostExchange("/{what}")
    @Nullable
    Created create(@PathVariable String what, @RequestHeader(KEY) String key, @RequestBody Object body);

    @PutExchange("/{what}/{id}")
    ResponseEntity<Void> put(@PathVariable String what, @PathVariable String id, @RequestBody Object body);

    record PausedBody(boolean paused) {}

    @PutExchange("/{what}/{id}/paused")
    ResponseEntity<Void> pause(@PathVariable String what, @PathVariable String id, @RequestBody PausedBody body);

    @DeleteExchange("/{what}/{id}")
    ResponseEntity<Void> remove(@PathVariable String what, @PathVariable String id);

    @GetExchange("/ads/{id}")
    AdOnNetwork ad(@PathVariable String id);

    @GetExchange("/campaigns/{id}/whole")
    CampaignWhole whole(@PathVariable String id);

    @GetExchange("/campaigns/{id}/parts")
    Map<String, Long> parts(@PathVariable String id);

    @GetExchange("/reviews")
    List<Review> reviews(@RequestParam String account, @RequestParam String after);

    @GetExchange("/accounts/{account}/hours")
    List<JsonNode> hours(@PathVariable String account, @RequestParam long after);

    @PostExchange("/accounts/{account}/report-jobs")
    Created beginReport(@PathVariable String account, @RequestBody ReportAsked asked);

    @GetExchange("/accounts/{account}/report-jobs/{id}")
    ReportState report(@PathVariable String account, @PathVariable String id);

    @GetExchange("/accounts/{account}/report-jobs/{id}/rows")
    List<JsonNode> reportRows(@PathVariable String account, @PathVariable String id, @RequestParam int page);

    @PostExchange("/accounts/{account}/reach")
    Map<String, Long> reach(
            @PathVariable String account,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to,
            @RequestBody Map<String, List<String>> sets);
}
