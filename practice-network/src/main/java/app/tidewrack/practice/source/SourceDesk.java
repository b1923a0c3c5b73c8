package app.tidewrack.practice.source;

import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.KeyedCreation;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.account.AccountDesk;
import app.tidewrack.practice.engagement.Bitmaps;
import app.tidewrack.practice.engagement.SiteEvent;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.source.SourceFacts.ListFacts;
import app.tidewrack.practice.source.SourceMapper.Row;
import app.tidewrack.practice.world.World;
import java.io.IOException;
import java.io.Reader;
import java.util.List;
import java.util.Set;
import lombok.RequiredArgsConstructor;
import org.roaringbitmap.IntConsumer;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Makes source audiences, fills lists and tells what came of them. */
@Service
@RequiredArgsConstructor
class SourceDesk {
    private static final Set<Integer> SHARES_WATCHED = Set.of(0, 25, 50, 75, 95);
    private static final int MOST_DAYS = 180;

    private final SourceMapper mapper;
    private final SourceShelf shelf;
    private final AccountDesk accounts;
    private final Networks networks;
    private final World world;
    private final KeyedCreation keys;
    private final JsonMapper json;

    @Transactional
    public String create(String network, String accountId, String key, SourceOrder order) {
        Account account = accounts.account(network, accountId);
        require(networks.network(network), account, order);
        return keys.once(
                network,
                key,
                order,
                networks.network(network).code() + "S",
                id -> mapper.insert(
                        network, accountId, id, json.writeValueAsString(order), Bitmaps.bytes(new RoaringBitmap())));
    }

    private static void require(Network network, Account account, SourceOrder order) {
        List<String> offered = network.rulebook().audience().sources();
        if (!offered.contains(order.kind())) {
            throw new Refusal(
                    "kind",
                    "A source of kind “%s” is not offered.".formatted(order.kind()),
                    "Choose one of %s.".formatted(String.join(", ", offered)));
        }
        int from = order.fromDay() == null ? 0 : order.fromDay();
        int to = order.toDay() == null ? MOST_DAYS : order.toDay();
        if (from < 0 || from > to || to > MOST_DAYS) {
            throw new Refusal(
                    "toDay",
                    "The window of %d to %d days is not within 0 to %d.".formatted(from, to, MOST_DAYS),
                    "Choose a narrower one.");
        }
        if (order.kind().equals("site")) {
            SiteEvent.of(order.event() == null ? "view" : order.event());
            if (account.site() == null) {
                throw new Refusal(
                        "kind", "The account %s has no site tag.".formatted(account.id()), "Put the tag on the site.");
            }
        }
        if (order.percent() != null && !SHARES_WATCHED.contains(order.percent())) {
            throw new Refusal(
                    "percent",
                    "%d %% is no share watched that is kept.".formatted(order.percent()),
                    "Choose 0 (three seconds), 25, 50, 75 or 95.");
        }
        if (Set.of("video", "form", "profile").contains(order.kind()) && order.subject() == null) {
            throw new Refusal("subject", "The source names no %s.".formatted(order.kind()), "Name one.");
        }
    }

    /** Replaces the people of a list by those of these hashes; nothing is kept when a row is refused. */
    @Transactional
    public SourceFacts fill(String network, String accountId, String id, Reader hashes) throws IOException {
        Account account = accounts.account(network, accountId);
        Row row = shelf.required(account, id);
        if (!rule(row).kind().equals("list")) {
            throw new Refusal("id", "“%s” is no list.".formatted(id), "Send hashes to a source of kind list.");
        }
        HashedList list = new HashedList(world, networks.network(network), account.client(), account.country());
        list.read(hashes);
        mapper.fill(network, accountId, id, Bitmaps.bytes(list.matched()), list.rows(), list.duplicates());
        return facts(account, shelf.required(account, id));
    }

    List<SourceFacts> all(String network, String accountId, String after) {
        Account account = accounts.account(network, accountId);
        int page = Math.min(200, networks.network(network).rulebook().calls().page());
        return mapper.all(network, accountId, after, page).stream()
                .map(r -> facts(account, r))
                .toList();
    }

    SourceFacts facts(String network, String accountId, String id) {
        Account account = accounts.account(network, accountId);
        return facts(account, shelf.required(account, id));
    }

    SourceFacts.Traits traits(String network, String accountId, String id, String country, int most) {
        return shelf.traits(accounts.account(network, accountId), networks.network(network), id, country, most);
    }

    private SourceFacts facts(Account account, Row row) {
        Network network = networks.network(account.network());
        RoaringBitmap members = new RoaringBitmap();
        shelf.people(account, row.id()).forEach((IntConsumer) real -> {
            if (network.members().contains(real / world.weight())) {
                members.add(real);
            }
        });
        long matched = members.getLongCardinality();
        long different = row.rows() - row.duplicates();
        SourceOrder rule = rule(row);
        return new SourceFacts(
                row.id(),
                rule,
                AudienceSize.told(matched, network.rulebook().audience().privacyFloor()),
                rule.kind().equals("list")
                        ? new ListFacts(
                                row.rows(),
                                row.duplicates(),
                                matched,
                                different == 0 ? 0 : (double) matched / different)
                        : null);
    }

    private SourceOrder rule(Row row) {
        return json.readValue(row.rule(), SourceOrder.class);
    }
}
