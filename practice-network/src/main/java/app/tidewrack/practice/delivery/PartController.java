package app.tidewrack.practice.delivery;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.campaign.CampaignDesk;
import app.tidewrack.practice.campaign.CampaignDesk.AdGroupFacts;
import app.tidewrack.practice.campaign.CampaignDesk.CampaignWhole;
import app.tidewrack.practice.network.Network;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** Tells how a split test shares people out. */
@RestController
@RequiredArgsConstructor
class PartController {
    private final CampaignDesk campaigns;
    private final Tools tools;

    /** People of each ad group's audience who belong to its part; nothing where groups are not held apart. */
    @GetMapping("/networks/{network}/campaigns/{id}/parts")
    Map<String, Long> parts(@PathVariable String network, @PathVariable String id) {
        CampaignWhole whole = campaigns.whole(network, id);
        Map<String, Long> people = new LinkedHashMap<>();
        if (!whole.campaign().order().splitTest()) {
            return people;
        }
        Network of = tools.networks().network(network);
        Account account =
                tools.accounts().account(network, whole.campaign().order().account());
        List<AdGroupFacts> groups = whole.adGroups();
        SplitShare any = SplitShare.of(id, 0, groups.size());
        // Groups of one audience are counted in one pass over its people.
        Map<AudienceDefinition, long[]> shared = new HashMap<>();
        for (int i = 0; i < groups.size(); i++) {
            long[] shares = shared.computeIfAbsent(
                    groups.get(i).order().audience(),
                    audience -> tools.matcher().crowd(of, account, audience).shared(any.parts(), any::partOf));
            people.put(groups.get(i).id(), shares[i]);
        }
        return people;
    }
}
