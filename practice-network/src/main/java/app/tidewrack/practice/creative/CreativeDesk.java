package app.tidewrack.practice.creative;

import app.tidewrack.core.network.FormRule;
import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.FormatRule.Need;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.KeyedCreation;
import app.tidewrack.practice.NotKnown;
import app.tidewrack.practice.account.AccountDesk;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.post.PostDesk;
import app.tidewrack.practice.post.PostOrder;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Takes media, creatives and forms, and finds them again. */
@Service
@RequiredArgsConstructor
public class CreativeDesk {
    private static final long LARGEST = 200_000_000;

    private final CreativeMapper mapper;
    private final Networks networks;
    private final AccountDesk accounts;
    private final PostDesk posts;
    private final KeyedCreation keys;
    private final JsonMapper json;

    /** Measures a file while it passes through; of the content only its facts are kept. */
    Medium keep(String sha, InputStream content) throws IOException {
        Path file = Files.createTempFile("practice-media", "");
        try {
            String actual = copy(content, file);
            if (!actual.equals(sha)) {
                throw new Refusal(
                        "sha256", "The content’s SHA-256 is %s, not %s.".formatted(actual, sha), "Send it again.");
            }
            Medium medium = MediumReader.read(file, sha);
            mapper.keep(medium);
            return medium;
        } finally {
            Files.delete(file);
        }
    }

    private static String copy(InputStream content, Path file) throws IOException {
        try (OutputStream out = Files.newOutputStream(file)) {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            byte[] buffer = new byte[64 * 1024];
            long total = 0;
            for (int n = content.read(buffer); n >= 0; n = content.read(buffer)) {
                total += n;
                if (total > LARGEST) {
                    throw new Refusal(
                            "media", "The file is larger than %,d bytes.".formatted(LARGEST), "Make it smaller.");
                }
                digest.update(buffer, 0, n);
                out.write(buffer, 0, n);
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256", e);
        }
    }

    @Transactional
    public String create(String network, String key, CreativeOrder order) {
        require(network, order);
        return keys.once(
                network,
                key,
                order,
                networks.network(network).code() + "K",
                id -> mapper.insert(id, network, order.account(), json.writeValueAsString(order)));
    }

    /** @throws NotKnown when there is no such creative */
    public void change(String network, String id, CreativeOrder order) {
        require(network, order);
        if (mapper.update(id, network, json.writeValueAsString(order)) == 0) {
            throw new NotKnown("creative", id);
        }
    }

    private void require(String network, CreativeOrder order) {
        Network of = networks.network(network);
        Rulebook rulebook = of.rulebook();
        accounts.account(network, order.account());
        List<Medium> media = media(order);
        CreativeRules.require(rulebook, order, media);
        CreativeRules.requirePosters(rulebook, order, media, posters(order));
        String form = order.form();
        switch (format(rulebook, order).needs()) {
            case FORM -> formToFill(network, form == null ? "" : form);
            case MESSAGE -> requireSender(network, order);
            case CHAT -> CreativeRules.requireChat(rulebook, order);
            case POST -> posts.require(network, order.account(), format(rulebook, order), order.post());
            case NOTHING -> {}
        }
    }

    private static FormatRule format(Rulebook rulebook, CreativeOrder order) {
        return rulebook.format(order.format()).orElseThrow();
    }

    private void requireSender(String network, CreativeOrder order) {
        CreativeOrder.Message message = order.message();
        if (message == null || !mapper.hasAgreed(network, order.account(), message.sender())) {
            throw new Refusal(
                    "message.sender",
                    "“%s” has not agreed to be named as sender.".formatted(message == null ? "" : message.sender()),
                    "Ask the sender first.");
        }
    }

    /** @throws NotKnown when a medium was not sent before */
    List<Medium> media(CreativeOrder order) {
        return order.media().stream().map(this::known).toList();
    }

    private List<@Nullable Medium> posters(CreativeOrder order) {
        List<@Nullable Medium> posters = new ArrayList<>();
        for (String sha : order.posters()) {
            posters.add(sha.isEmpty() ? null : known(sha));
        }
        return posters;
    }

    private Medium known(String sha) {
        return mapper.medium(sha).orElseThrow(() -> new NotKnown("medium", sha));
    }

    /** @throws NotKnown when there is no such creative */
    public CreativeOrder creative(String network, String id) {
        return json.readValue(
                mapper.creative(id, network).orElseThrow(() -> new NotKnown("creative", id)), CreativeOrder.class);
    }

    /** @throws NotKnown when there is no such creative, or it was removed */
    public CreativeOrder creativeToShow(String network, String id) {
        CreativeOrder creative = creative(network, id);
        if (mapper.creativeRemoved(id)) {
            throw new NotKnown("creative", id);
        }
        return creative;
    }

    /** @throws Refusal while an ad shows it */
    @Transactional
    public void remove(String network, String id) {
        creativeToShow(network, id);
        if (mapper.shown(id)) {
            throw new Refusal("id", "An ad shows the creative “%s”.".formatted(id), "Remove the ad first.");
        }
        mapper.removeCreative(id);
    }

    /** A creative with its measured media. */
    public Shown shown(String network, String id) {
        CreativeOrder order = creative(network, id);
        Rulebook rulebook = networks.network(network).rulebook();
        Need needs = format(rulebook, order).needs();
        String on = order.post();
        PostOrder post = needs == Need.POST && on != null ? posts.post(network, on) : null;
        return new Shown(
                order,
                post == null || post.medium() == null ? media(order) : List.of(known(post.medium())),
                needs,
                ease(rulebook, network, order),
                post == null ? 1 : Math.sqrt(post.pulls()));
    }

    /** How much likelier than a form of the usual number of questions a creative's form is sent; 1 without one. */
    private double ease(Rulebook rulebook, String network, CreativeOrder order) {
        FormRule rule = rulebook.form();
        String form = order.form();
        return rule == null || form == null
                ? 1
                : rule.expectedCompletion(form(network, form).required()) / rule.completion();
    }

    /**
     * @param media in the creative's order, or that of what it stands on
     * @param ease how much likelier than usual its form is sent once it is opened
     * @param carries how much better than usual it is taken for what it stands on; posts that did well make good ads (common practice)
     */
    public record Shown(CreativeOrder order, List<Medium> media, Need needs, double ease, double carries) {}

    @Transactional
    public String create(String network, String key, FormOrder form) {
        accounts.account(network, form.account());
        CreativeRules.require(networks.network(network).rulebook(), form);
        return keys.once(
                network,
                key,
                form,
                networks.network(network).code() + "F",
                id -> mapper.insertForm(id, network, form.account(), json.writeValueAsString(form)));
    }

    /** @throws NotKnown when there is no such form */
    public FormOrder form(String network, String id) {
        return json.readValue(mapper.form(id, network).orElseThrow(() -> new NotKnown("form", id)), FormOrder.class);
    }

    private FormOrder formToFill(String network, String id) {
        FormOrder form = form(network, id);
        if (mapper.formRemoved(id)) {
            throw new NotKnown("form", id);
        }
        return form;
    }

    /** @throws Refusal when the form breaks a rule, or a creative uses it: what people were asked stays as it was */
    @Transactional
    public void change(String network, String id, FormOrder form) {
        if (formToFill(network, id).equals(form)) {
            return;
        }
        CreativeRules.require(networks.network(network).rulebook(), form);
        requireUnused(id, "Make a new form of it.");
        mapper.updateForm(id, json.writeValueAsString(form));
    }

    /** @throws Refusal while a creative uses it */
    @Transactional
    public void removeForm(String network, String id) {
        formToFill(network, id);
        requireUnused(id, "Remove the creative first.");
        mapper.removeForm(id);
    }

    private void requireUnused(String id, String remedy) {
        if (mapper.formUsed(id)) {
            throw new Refusal("id", "A creative uses the form “%s”.".formatted(id), remedy);
        }
    }

    /** Asks someone to be named as sender of messages; whoever has a name agrees, here. */
    boolean askSender(String network, String account, String name) {
        accounts.account(network, account);
        boolean agrees = !name.isBlank() && name.strip().contains(" ");
        mapper.sender(network, account, name, agrees);
        return agrees;
    }
}
