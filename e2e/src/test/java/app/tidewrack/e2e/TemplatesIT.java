package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What worked for one client is kept without its people, and begun again for another in one form. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class TemplatesIT extends SignedIn {
    @RegisterExtension
    static final InParts PARTS = new InParts();

    private static Locator dialog() {
        return page.getByRole(AriaRole.DIALOG).last();
    }

    @Test
    @Order(1)
    void aCampaignIsKeptWithoutItsPeople() throws Exception {
        Calls calls = new Calls(Installation.URL, "ines@withyandoar.example");
        Calls.Sheet sheet = calls.sheet("oddmenths", "Laid over", 2, 2, "10");
        String path = "/api/clients/oddment/plans/" + sheet.planId();
        String row = Calls.id(calls.get(path)
                .getAsJsonObject()
                .getAsJsonArray("campaigns")
                .get(0)
                .getAsJsonObject()
                .getAsJsonArray("rows")
                .get(0));
        calls.edit(
                sheet,
                sheet.version(),
                Map.of("kind", "rowMoney", "campaignId", sheet.campaignId(), "rowIds", List.of(row), "money", "12"));
        buyer.open("/c/oddment/plan/" + sheet.planId() + "/" + sheet.campaignId());
        buyer.cell(1, 1).click();
        page.keyboard().press("Space");
        assertThat(page.locator(".head .note")).containsText("2 × 2, 3 ads");
        buyer.kept();
        buyer.press("Keep as a template…");
        assertThat(page.getByLabel("Name of the template")).isFocused();
        page.getByLabel("Name of the template").fill("Twelve and ten");
        Eyes.see(page, "keeping a template");
        buyer.press("Keep it");
        assertThat(page.locator(".ant-message")).containsText("“Twelve and ten” is kept");
        // Its name is taken now.
        buyer.press("Keep as a template…");
        page.getByLabel("Name of the template").fill("twelve and ten");
        page.getByLabel("Name of the template").press("Enter");
        assertThat(dialog()).containsText("Another template is called");
        page.keyboard().press("Escape");
        buyer.press("Leave it");
    }

    @Test
    @Order(2)
    void anotherClientsCampaignIsBegunLikeIt() {
        buyer.open("/c/saltmarsh/plan");
        buyer.press("Templates, 1…");
        assertThat(dialog()).containsText("2 rows for 2 audiences, 2 creatives");
        assertThat(dialog()).containsText("Of Oddment & Thread, kept by Ines");
        Eyes.see(page, "templates");
        buyer.press("Close");
        buyer.press("Start another plan");
        page.getByLabel("Name of the plan").fill("Twelve and ten at sea");
        buyer.choose("Account", "Hearthside EUR");
        buyer.choose("Like", "Twelve and ten");
        assertThat(dialog()).containsText("Take whom this one talks to");
        page.getByLabel("People to talk to").fill("Denmark, ");
        page.getByLabel("What they see").fill("gangway");
        Locator rows = page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Rows of the campaign"));
        assertThat(rows).containsText("Denmark, 45 to 64");
        assertThat(dialog()).containsText("pays in another currency");
        Eyes.see(page, "a campaign like a template");
        Locator begins = page.locator(".campaign-begins");
        assertThat(begins).containsText(Pattern.compile("2 rows × \\d+ creatives?, \\d+ ads?"));
        String ads = begins.innerText().replaceAll("(?s).* (\\d+ ads?).*", "$1");
        buyer.press("Start it");
        assertThat(page.locator(".head h1")).containsText("Twelve and ten at sea");
        assertThat(page.locator(".head .note")).containsText(ads);
        assertThat(page.locator(".sheet")).containsText("Denmark, 30 to 44");
    }

    @Test
    @Order(3)
    void whoeverKeptItRemovesIt() {
        buyer.open("/c/oddment/plan");
        buyer.press("Templates, 1…");
        buyer.press("Remove Twelve and ten");
        buyer.press("Remove it");
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Templates, 1…")))
                .hasCount(0);
    }
}
