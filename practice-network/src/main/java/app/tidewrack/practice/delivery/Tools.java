package app.tidewrack.practice.delivery;

import app.tidewrack.practice.account.AccountDesk;
import app.tidewrack.practice.bid.Fields;
import app.tidewrack.practice.creative.CreativeDesk;
import app.tidewrack.practice.engagement.Ties;
import app.tidewrack.practice.lead.LeadDesk;
import app.tidewrack.practice.matching.Matcher;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.report.Labels;
import app.tidewrack.practice.world.World;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** What delivery works with. */
@Component
record Tools(
        DeliveryMapper mapper,
        BulkWriter bulk,
        World world,
        Networks networks,
        AccountDesk accounts,
        CreativeDesk creatives,
        Matcher matcher,
        Fields fields,
        Devices devices,
        Clocks clocks,
        Ties ties,
        LeadDesk leads,
        Labels labels,
        JsonMapper json) {}
