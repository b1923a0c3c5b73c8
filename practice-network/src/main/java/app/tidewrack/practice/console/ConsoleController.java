package app.tidewrack.practice.console;

import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.world.World;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The practice world's own calls: faults and facts. */
@RestController
@RequestMapping("/console")
@RequiredArgsConstructor
class ConsoleController {
    private final Faults faults;
    private final World world;
    private final Networks networks;

    record FaultsView(List<CallKind> kinds, List<Fault.Mode> modes, List<Fault> on) {}

    record CountryFacts(String code, String name, long people) {}

    record NetworkFacts(String slug, String code, String name, String kind, long members) {}

    record Facts(
            long seed,
            int panel,
            int weight,
            int cities,
            int topics,
            long memoryUsed,
            List<CountryFacts> countries,
            List<NetworkFacts> networks) {}

    @GetMapping("/faults")
    FaultsView faults() {
        return new FaultsView(Arrays.asList(CallKind.values()), Arrays.asList(Fault.Mode.values()), faults.all());
    }

    record FaultBody(Fault.Mode mode, int every, int slowMillis) {}

    @PutMapping("/faults/{kind}")
    FaultsView set(@PathVariable CallKind kind, @RequestBody FaultBody body) {
        faults.set(new Fault(kind, body.mode(), body.every(), body.slowMillis()));
        return faults();
    }

    @DeleteMapping("/faults/{kind}")
    FaultsView clear(@PathVariable CallKind kind) {
        faults.clear(kind);
        return faults();
    }

    @GetMapping("/facts")
    Facts facts() {
        Runtime runtime = Runtime.getRuntime();
        return new Facts(
                world.seed(),
                world.panel().size(),
                world.weight(),
                world.geography().cities().size(),
                world.topics().all().size(),
                runtime.totalMemory() - runtime.freeMemory(),
                world.geography().countries().stream()
                        .map(c -> new CountryFacts(
                                c.code(), c.name(), real(world.panel().inCountry(c.code()))))
                        .sorted(Comparator.comparingLong(CountryFacts::people).reversed())
                        .toList(),
                networks.all().stream().map(this::facts).toList());
    }

    private NetworkFacts facts(Network network) {
        return new NetworkFacts(
                network.slug(),
                network.code(),
                network.rulebook().name(),
                network.rulebook().kind(),
                real(network.members()));
    }

    private long real(RoaringBitmap people) {
        return people.getLongCardinality() * world.weight();
    }
}
