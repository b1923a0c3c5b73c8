package app.tidewrack.server.results;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.results.AdsKnown.Ad;
import app.tidewrack.server.results.GroupSql.Beside;
import app.tidewrack.server.results.ResultTables.Question;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Different people, which are never added: each line's are counted by its network. */
@Component
@RequiredArgsConstructor
class ResultPeople {
    private final LineSums sums;
    private final Accounts accounts;
    private final Networks networks;

    /** @param people null where no single network can tell */
    record ReachLine(
            List<String> keys, String currency, @Nullable Long people) {}

    /**
     * Different people by line, as the networks count them now.
     *
     * @throws Refusal when lines are made by more than ads tell
     */
    List<ReachLine> of(String clientId, Question asked) {
        By by = By.of(asked.by());
        if (by.beside() != Beside.NOTHING) {
            throw new Refusal(
                    "by",
                    "Networks tell different people by ads, not by %s.".formatted(String.join(" and ", asked.by())),
                    "Ask by tokens of the name.");
        }
        Map<List<String>, List<Ad>> lines = new LinkedHashMap<>();
        for (Ad ad : sums.wanted(clientId, asked)) {
            List<String> keys = new ArrayList<>(by.ofAd(ad));
            keys.add(0, ad.known().currency());
            lines.computeIfAbsent(keys, k -> new ArrayList<>()).add(ad);
        }
        List<List<String>> numbered = List.copyOf(lines.keySet());
        Map<String, Long> people = people(
                clientId,
                asked,
                numbered.stream().map(k -> Objects.requireNonNull(lines.get(k))).toList());
        List<ReachLine> told = new ArrayList<>();
        for (int i = 0; i < numbered.size(); i++) {
            List<String> keys = numbered.get(i);
            told.add(new ReachLine(keys.subList(1, keys.size()), keys.get(0), people.get(String.valueOf(i))));
        }
        return told;
    }

    /** People by the place of a line; none for one whose ads are on more than one account. */
    private Map<String, Long> people(String clientId, Question asked, List<List<Ad>> numbered) {
        Map<String, Map<String, List<String>>> setsByAccount = new LinkedHashMap<>();
        for (int i = 0; i < numbered.size(); i++) {
            List<Ad> ads = numbered.get(i);
            Set<String> of = ads.stream().map(a -> a.known().accountId()).collect(Collectors.toSet());
            if (of.size() == 1) {
                setsByAccount
                        .computeIfAbsent(of.iterator().next(), a -> new LinkedHashMap<>())
                        .put(
                                String.valueOf(i),
                                ads.stream()
                                        .map(a -> a.known().externalId())
                                        .filter(Objects::nonNull)
                                        .toList());
            }
        }
        Map<String, Long> people = new HashMap<>();
        setsByAccount.forEach((accountId, sets) -> {
            Account account = accounts.account(clientId, accountId);
            people.putAll(
                    networks.connector(account.network()).reach(account.externalId(), asked.from(), asked.to(), sets));
        });
        return people;
    }
}
