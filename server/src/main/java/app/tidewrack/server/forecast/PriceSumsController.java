package app.tidewrack.server.forecast;

import app.tidewrack.core.forecast.PriceSums;
import app.tidewrack.core.forecast.PriceSums.Quantity;
import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import java.util.Map;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Price arithmetic: what follows from what is known. */
@RestController
@RequestMapping("/api/price-sums")
class PriceSumsController {
    /** @param known in units of one currency, rates as shares */
    record KnownPrices(Map<Quantity, Double> known) {}

    @PostMapping
    @AsksOnly
    @May(Who.MEMBERS_AND_PROGRAMS)
    KnownPrices sums(@RequestBody KnownPrices body) {
        return new KnownPrices(PriceSums.of(body.known()));
    }
}
