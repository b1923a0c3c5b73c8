package app.tidewrack.practice.campaign;

import app.tidewrack.practice.campaign.Orders.AdGroupOrder;
import app.tidewrack.practice.campaign.Orders.AdOrder;
import app.tidewrack.practice.campaign.Orders.CampaignOrder;
import app.tidewrack.practice.campaign.Orders.Created;
import app.tidewrack.practice.campaign.Orders.Pausing;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Create, change and pause, each creating call under an idempotency key. */
@RestController
@RequestMapping("/networks/hearthside")
class CampaignController {
    private static final String KEY = "Idempotency-Key";

    private final CampaignDesk desk;

    CampaignController(CampaignDesk desk) {
        this.desk = desk;
    }

    @PutMapping(path = "/pictures/{sha}", consumes = "application/octet-stream")
    void picture(@PathVariable String sha, @RequestBody byte[] content) {
        desk.keepPicture(sha, content);
    }

    @PostMapping("/campaigns")
    Created campaign(@RequestHeader(KEY) String key, @RequestBody CampaignOrder order) {
        return new Created(desk.create(key, order));
    }

    @PutMapping("/campaigns/{id}")
    void change(@PathVariable String id, @RequestBody CampaignOrder order) {
        desk.change(id, order);
    }

    @PutMapping("/campaigns/{id}/paused")
    void pauseCampaign(@PathVariable String id, @RequestBody Pausing pausing) {
        desk.pauseCampaign(id, pausing.paused());
    }

    @PostMapping("/ad-groups")
    Created adGroup(@RequestHeader(KEY) String key, @RequestBody AdGroupOrder order) {
        return new Created(desk.create(key, order));
    }

    @PutMapping("/ad-groups/{id}")
    void change(@PathVariable String id, @RequestBody AdGroupOrder order) {
        desk.change(id, order);
    }

    @PutMapping("/ad-groups/{id}/paused")
    void pauseAdGroup(@PathVariable String id, @RequestBody Pausing pausing) {
        desk.pauseAdGroup(id, pausing.paused());
    }

    @PostMapping("/ads")
    Created ad(@RequestHeader(KEY) String key, @RequestBody AdOrder order) {
        return new Created(desk.create(key, order));
    }

    @PutMapping("/ads/{id}")
    void change(@PathVariable String id, @RequestBody AdOrder order) {
        desk.change(id, order);
    }

    @PutMapping("/ads/{id}/paused")
    void pauseAd(@PathVariable String id, @RequestBody Pausing pausing) {
        desk.pauseAd(id, pausing.paused());
    }
}
