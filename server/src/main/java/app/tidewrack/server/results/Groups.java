package app.tidewrack.server.results;

import app.tidewrack.core.results.Measure;
import app.tidewrack.server.results.AdsKnown.Ad;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;

/** Ads by the line that they stand in, as they are handed to the database. */
@RequiredArgsConstructor
final class Groups {
    private final By by;
    private final Map<By.Group, Integer> numbers = new LinkedHashMap<>();
    private final List<By.Group> byNumber = new ArrayList<>();
    private final Map<String, By.Group> byExternal = new HashMap<>();
    private final List<String> ads = new ArrayList<>();
    private final List<String> of = new ArrayList<>();

    void add(Ad ad) {
        By.Group group =
                new By.Group(by.ofAd(ad), ad.known().accountId(), ad.known().currency(), ad.temperature(), ad.result());
        int number = numbers.computeIfAbsent(group, g -> {
            byNumber.add(g);
            return byNumber.size() - 1;
        });
        ads.add(String.valueOf(ad.known().ad()));
        of.add(String.valueOf(number));
        if (ad.known().externalId() != null) {
            byExternal.put(ad.known().externalId(), group);
        }
    }

    /** Whatever their ads seek. */
    Set<Measure> sought() {
        Set<Measure> sought = EnumSet.noneOf(Measure.class);
        byNumber.stream().map(By.Group::result).filter(Objects::nonNull).forEach(sought::add);
        return sought;
    }

    By.Group at(int number) {
        return byNumber.get(number);
    }

    String ads() {
        return "{" + String.join(",", ads) + "}";
    }

    String numbers() {
        return "{" + String.join(",", of) + "}";
    }

    /** The group of an ad by the network's id; null when it is in none. */
    By.@Nullable Group ofExternal(String externalAd) {
        return byExternal.get(externalAd);
    }
}
