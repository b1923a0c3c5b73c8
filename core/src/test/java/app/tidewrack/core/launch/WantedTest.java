package app.tidewrack.core.launch;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.Rulebooks;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.creative.CopyCodes;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.form.ChatScript;
import app.tidewrack.core.form.DirectMessage;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.form.LeadForm.Completion;
import app.tidewrack.core.launch.CreativeSettings.FormSettings;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.PlanNames;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class WantedTest {
    private static final AudienceDefinition PEOPLE = AudienceDefinition.everyoneIn("GB")
            .interestedIn(List.of("knitting"))
            .and(AnyOf.of(new Term(TermKind.SOURCE, "s1")));

    /** @param renamed what is added to the names of the form, the scripts and the picture */
    private static Creative creative(String renamed, @Nullable DirectMessage message) {
        return new Creative(
                "cr",
                "Sock",
                "lead-form",
                message == null
                        ? List.of(new Medium(
                                "ab".repeat(32),
                                "sock.jpg" + renamed,
                                "JPEG",
                                1080,
                                1080,
                                1,
                                null,
                                Medium.Text.UNKNOWN))
                        : List.of(),
                List.of("Mend it, {client|you}.", " "),
                List.of("Mend it"),
                List.of(),
                List.of("shop"),
                "https://a.example/kits#top",
                "",
                "",
                List.of(),
                new LeadForm(
                        "f1",
                        "Ask" + renamed,
                        3,
                        new LeadForm.FormContent(
                                "Ask", "", List.of(), "https://a.example/p", "", new Completion("", "", ""), true)),
                new ChatScript("ch", "Hello" + renamed, "Hello", List.of()),
                message);
    }

    private static List<WantedItem> wanted(Campaign campaign, Creative creative, boolean tested) {
        PlanNames names = PlanNames.of(
                campaign,
                new PlanNames.Words(
                        Items.SCHEME, Map.of(Token.NETWORK, "HS"), a -> PEOPLE, a -> a, c -> creative, CopyCodes.NONE),
                null);
        return new Wanted(Rulebooks.small(true), a -> PEOPLE, c -> creative, "Oddment & Thread")
                .of(campaign, names, tested);
    }

    @Test
    void aSheetIsItsCampaignRowsWithAdsAndAds() {
        Campaign campaign = Items.sheet(3, 2, Budgeting.USUAL)
                .withOff(Map.of(new CellRef("r1", "k0"), "", new CellRef("r2", "k0"), "", new CellRef("r2", "k1"), ""));
        List<WantedItem> items = wanted(campaign, creative("", null), true);
        assertThat(items).extracting(i -> i.key().text()).containsExactly("c", "r0", "r0/k0", "r0/k1", "r1", "r1/k1");
        assertThat(items.get(0).settings()).isInstanceOfSatisfying(CampaignSettings.class, c -> {
            assertThat(c.days()).isEqualTo(7);
            assertThat(c.apart()).isTrue();
            assertThat(c.budget()).isNull();
        });
        assertThat(items.get(1).settings().budget()).isEqualTo(Items.pounds(Basis.DAILY, 1000));
        assertThat(items.get(2).settings()).isInstanceOfSatisfying(AdSettings.class, a -> {
            assertThat(a.creative().bodies()).containsExactly("Mend it, Oddment & Thread.");
            assertThat(a.creative().link()).isEqualTo("https://a.example/kits?n=HS#top");
            assertThat(a.creative().form()).isEqualTo(new FormSettings("f1", 3));
        });
    }

    /** A poster is named beside its video, where the network takes one; a creative without any names none. */
    @Test
    void postersStandBesideTheirVideos() {
        String poster = "cd".repeat(32);
        Medium film = new Medium(
                "ef".repeat(32),
                "film.mp4",
                "MP4",
                1080,
                1920,
                1,
                new Medium.Video(9, "h264", 30, true, null, poster),
                Medium.Text.UNKNOWN);
        Creative plain = creative("", null);
        Creative mixed = new Creative(
                "m",
                "Mixed",
                plain.format(),
                List.of(plain.media().get(0), film),
                plain.bodies(),
                plain.headlines(),
                plain.descriptions(),
                plain.callsToAction(),
                plain.link(),
                "",
                "",
                List.of(),
                plain.form(),
                plain.chat(),
                null);
        AdSettings ad = (AdSettings)
                wanted(Items.sheet(1, 1, Budgeting.USUAL), mixed, false).get(2).settings();
        assertThat(ad.creative().posters()).containsExactly("", poster);
        assertThat(CreativeSettings.of(mixed, false).posters()).isEmpty();
        assertThat(CreativeSettings.of(plain, true).posters()).isEmpty();
        assertThat(Items.words().of(Field.POSTERS, ad)).contains("cdcdcdcd");
    }

    @Test
    void moneyThatIsSharedStandsAtTheCampaign() {
        Budgeting shared = new Budgeting(Basis.LIFETIME, Money.ofMinor(28_000, "GBP"));
        List<WantedItem> items = wanted(Items.sheet(1, 1, shared), creative("", null), false);
        assertThat(items.get(0).settings().budget()).isEqualTo(Items.pounds(Basis.LIFETIME, 28_000));
        assertThat(items.get(1).settings().budget()).isNull();
    }

    @Test
    void aMessageShowsItsBannerAndLeadsWhereItsButtonDoes() {
        DirectMessage message = new DirectMessage(
                "m", "Note", "Ada Quill", "A word", "Hello", "Look", "https://b.example", "cd".repeat(32));
        AdSettings ad = (AdSettings) wanted(Items.sheet(1, 1, Budgeting.USUAL), creative("", message), false)
                .get(2)
                .settings();
        assertThat(ad.creative().media()).containsExactly("cd".repeat(32));
        assertThat(ad.creative().link()).isEqualTo("https://b.example?n=HS");
    }

    /** Names of sources, topics, places, forms, scripts and pictures are words: they change what is read, not what is launched. */
    @Test
    void whateverIsRenamedNothingIsLaunched() {
        Campaign campaign = Items.sheet(2, 2, Budgeting.USUAL);
        List<LiveItem> live = wanted(campaign, creative("", null), false).stream()
                .map(w -> LiveItem.asLeft(w.key(), "x" + w.key().text(), w.settings(), false))
                .toList();
        List<WantedItem> renamed = wanted(campaign, creative(" anew", null), false);
        assertThat(ChangeList.between(campaign, renamed, live).changes()).isEmpty();
        for (WantedItem item : renamed) {
            for (Field field : item.settings().parts().keySet()) {
                String was = Items.words().of(field, item.settings());
                String is = Items.words(" anew").of(field, item.settings());
                boolean named = field == Field.AUDIENCE || field == Field.MEDIA || field == Field.FORM;
                assertThat(is.equals(was)).as(field.name()).isEqualTo(!named);
            }
        }
    }
}
