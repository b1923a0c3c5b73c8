package app.tidewrack.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ScrubTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Write to jo.bloggs+wool@mail.example.co.uk please | Write to [e-mail] please",
                "see https://example.com/a?b=c, then www.example.org | see [link] then [link]",
                "It is on wool-shop.co.uk/kits now | It is on [link] now",
                "Ask @knit_queen about it | Ask [name] about it",
                "Ring me on 01603 761000 after six | Ring me on [number] after six",
                "Ruf an: +49 30 123456 bitte | Ruf an: [number] bitte",
                "Call (01603) 761-000 or +45.33.12.34.56 | Call [number] or [number]",
                "Order 4471 2290 113 never came | Order [number] never came",
                "Paid £24.99 in 2026, 12 of 30 left | Paid £24.99 in 2026, 12 of 30 left",
                "My sister Emma Thornbury loved it | My sister [name] loved it",
                "Emma's kit came late | [name] kit came late",
                "Frau Oberhuber war sehr nett | Frau [name] war sehr nett",
                "Mevrouw de Wit hielp mij | Mevrouw [name] hielp mij",
                "Dr. Quillfeather recommends it | Dr. [name] recommends it",
                "Lovely wool. Regards, Ottoline P. | Lovely wool. Regards, [name]",
                "Such colours, I love them | Such colours, I love them",
                "Super Garn. LG Ebbe | Super Garn. LG [name]",
                "Will it shrink? May I return it? | Will it shrink? May I return it?",
                "I asked Will and Mark to help | I asked [name] and [name] to help",
                "The Needle and the Wool are fine | The Needle and the Wool are fine",
                "Für Anna Wolle gekauft | Für [name] Wolle gekauft",
                "<p>So <b>warm</b> &amp; soft</p> | So warm & soft",
                "=HYPERLINK(\"x\") nice 🧶🧶 | =HYPERLINK(\"x\") nice 🧶🧶",
            })
    void takesOutWhoItWas(String said, String kept) {
        assertThat(Scrub.clean(said, List.of()).replaceAll("\\s+", " ")).isEqualTo(kept);
    }

    @Test
    void aNameThatCameWithTheTextIsTakenOutThoughNoListHasIt() {
        assertThat(Scrub.clean("Quennell here: the thimble of Vorstius broke", List.of("Quennell Vorstius")))
                .isEqualTo("[name] here: the thimble of [name] broke");
    }

    @Test
    void whatIsCleanStaysAsItIs() {
        String once = Scrub.clean("Tell Emma: jo@example.com, 01603 761000", List.of());

        assertThat(Scrub.clean(once, List.of())).isEqualTo(once);
    }
}
