package app.tidewrack.practice.campaign;

import app.tidewrack.practice.Created;
import app.tidewrack.practice.campaign.CampaignDesk.AdFacts;
import app.tidewrack.practice.campaign.CampaignDesk.AdGroupFacts;
import app.tidewrack.practice.campaign.CampaignDesk.CampaignFacts;
import app.tidewrack.practice.campaign.CampaignDesk.CampaignWhole;
import app.tidewrack.practice.campaign.Orders.AdGroupOrder;
import app.tidewrack.practice.campaign.Orders.AdOrder;
import app.tidewrack.practice.campaign.Orders.CampaignOrder;
import app.tidewrack.practice.campaign.Orders.Pausing;
import app.tidewrack.practice.creative.CreativeOrder;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Create, change, pause and remove, each creating call under an idempotency key. */
@RestController
@RequestMapping("/networks/{network}")
@RequiredArgsConstructor
class CampaignController {
    private final CampaignDesk desk;

    @PostMapping("/campaigns")
    Created campaign(
            @PathVariable String network, @RequestHeader(Created.KEY) String key, @RequestBody CampaignOrder order) {
        return new Created(desk.create(network, key, order));
    }

    /** @param after the last id already had, empty for the first page */
    @GetMapping("/campaigns")
    List<CampaignFacts> campaigns(
            @PathVariable String network, @RequestParam String account, @RequestParam(defaultValue = "") String after) {
        return desk.campaigns(network, account, after);
    }

    @GetMapping("/campaigns/{id}/whole")
    CampaignWhole whole(@PathVariable String network, @PathVariable String id) {
        return desk.whole(network, id);
    }

    @PutMapping("/campaigns/{id}")
    void change(@PathVariable String network, @PathVariable String id, @RequestBody CampaignOrder order) {
        desk.change(network, id, order);
    }

    @PostMapping("/ad-groups")
    Created adGroup(
            @PathVariable String network, @RequestHeader(Created.KEY) String key, @RequestBody AdGroupOrder order) {
        return new Created(desk.create(network, key, order));
    }

    @GetMapping("/ad-groups/{id}")
    AdGroupFacts adGroup(@PathVariable String network, @PathVariable String id) {
        return desk.adGroupFacts(network, id);
    }

    @PutMapping("/ad-groups/{id}")
    void change(@PathVariable String network, @PathVariable String id, @RequestBody AdGroupOrder order) {
        desk.change(network, id, order);
    }

    @PostMapping("/ads")
    Created ad(@PathVariable String network, @RequestHeader(Created.KEY) String key, @RequestBody AdOrder order) {
        return new Created(desk.create(network, key, order));
    }

    @GetMapping("/ads/{id}")
    AdFacts ad(@PathVariable String network, @PathVariable String id) {
        return desk.adFacts(network, id);
    }

    @PutMapping("/ads/{id}")
    void change(@PathVariable String network, @PathVariable String id, @RequestBody AdOrder order) {
        desk.change(network, id, order);
    }

    @PutMapping("/creatives/{id}")
    void change(@PathVariable String network, @PathVariable String id, @RequestBody CreativeOrder order) {
        desk.changeCreative(network, id, order);
    }

    /** @param items {@code campaigns}, {@code ad-groups} or {@code ads} */
    @PutMapping("/{items}/{id}/paused")
    void pause(
            @PathVariable String network,
            @PathVariable String items,
            @PathVariable String id,
            @RequestBody Pausing pausing) {
        desk.pause(network, Item.ofPath(items), id, pausing.paused());
    }

    @DeleteMapping("/{items}/{id}")
    void remove(@PathVariable String network, @PathVariable String items, @PathVariable String id) {
        desk.remove(network, Item.ofPath(items), id);
    }
}
