package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** Many rows at once: split, copied, renamed, excluded, and to and from a spreadsheet. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SheetIT {
    private static Buyer buyer;
    private static Page page;

    @BeforeAll
    static void planACampaignOfOneRow() {
        buyer = new Buyer();
        page = buyer.page;
        buyer.signIn("ines@withyandoar.example");
        buyer.describe("Two cities", "Norwich", "Leeds");
        buyer.open("/c/oddment/plan");
        buyer.startPlan("Ages, cities, genders", "Traffic");
        page.getByText("Whom does this campaign talk to?").waitFor();
        buyer.press("Add audiences as rows");
        add("Two cities");
        buyer.press("Add creatives as columns");
        add("Darned sock, before");
        page.locator(".sheet").waitFor();
    }

    private static void add(String choice) {
        page.getByRole(AriaRole.DIALOG)
                .getByText(choice, new Locator.GetByTextOptions().setExact(false))
                .first()
                .click();
        buyer.press("Add 1");
    }

    @AfterAll
    static void close() {
        buyer.close();
    }

    private static Locator dialog() {
        return page.getByRole(AriaRole.DIALOG).last();
    }

    private static void tick(String name) {
        dialog().getByRole(
                        AriaRole.CHECKBOX,
                        new Locator.GetByRoleOptions().setName(name).setExact(true))
                .check();
    }

    private static Locator row(int index) {
        return page.getByRole(AriaRole.ROWHEADER).nth(index);
    }

    private static Locator shape() {
        return page.locator(".head .note");
    }

    private static void paste(String text) {
        page.locator(".sheet").evaluate("""
                        (sheet, text) => {
                          const data = new DataTransfer();
                          data.setData("text/plain", text);
                          sheet.dispatchEvent(new ClipboardEvent("paste", {clipboardData: data, bubbles: true, cancelable: true}));
                        }""", text);
    }

    private static String copied() {
        return (String) page.locator(".sheet").evaluate("""
                sheet => {
                  const data = new DataTransfer();
                  sheet.dispatchEvent(new ClipboardEvent("copy", {clipboardData: data, bubbles: true, cancelable: true}));
                  return data.getData("text/plain");
                }""");
    }

    /** Common practice: 6 age bands × 2 cities × 2 genders is 24 ads, shown with people and money before they are made. */
    @Test
    @Order(1)
    void sixAgesTwoCitiesTwoGendersAreTwentyFourAds() {
        // The dialog that added the creative has just closed: the sheet's keys work without a click into it.
        page.keyboard().press("s");
        tick("Age");
        tick("Place");
        tick("Gender");
        Locator toBe = dialog().getByRole(AriaRole.LISTITEM);
        assertThat(toBe).hasCount(24);
        assertThat(dialog()).containsText("24 rows, 24 ads; the sheet goes from £10.00 to £240.00 a day");
        assertThat(dialog()).containsText("A factorial test: rows differ in age, place and gender at once.");
        assertThat(toBe.first()).containsText("18 to 25 Norwich women");
        assertThat(toBe.first().locator("b")).not().hasText("–");
        dialog().getByText("They share £10.00").click();
        assertThat(dialog()).containsText("24 rows would get less than the lowest, £5.00 a day.");
        dialog().getByText("Each gets £10.00").click();
        buyer.press("Split into 24 rows");
        assertThat(shape()).containsText("24 × 1, 24 ads · £240.00 a day");
        assertThat(row(0)).containsText("Two cities 18 to 25 Norwich women");
        assertThat(row(0)).containsText("people");
        assertThat(page.locator(".facts")).containsText("18 to 25");
        buyer.key("Control+z");
        assertThat(shape()).containsText("1 × 1, 1 ad");
        buyer.key("Control+Shift+z");
        assertThat(shape()).containsText("24 × 1, 24 ads");
        page.reload();
        assertThat(page.locator(".foot .hint"))
                .containsText("Undo “split Two cities by age and place and gender into 24 rows”");
    }

    @Test
    @Order(2)
    void allAreRenamedAndBack() {
        buyer.key("r");
        page.getByLabel("Find", new Page.GetByLabelOptions().setExact(true)).fill("two CITIES");
        page.getByLabel("Replace with").fill("Menders");
        assertThat(dialog()).containsText("Menders 18 to 25 Norwich women");
        buyer.press("Rename 24 rows");
        assertThat(row(0)).containsText("Menders 18 to 25 Norwich women");
        buyer.key("Control+z");
        assertThat(row(0)).containsText("Two cities 18 to 25");
        buyer.kept();
    }

    /** What is copied is pasted back as it is; of what a spreadsheet changed the good goes in and the bad is listed. */
    @Test
    @Order(3)
    void budgetsComeFromASpreadsheet() {
        row(0).click();
        page.keyboard().press("Shift+ArrowDown");
        page.keyboard().press("Shift+ArrowDown");
        String text = copied();
        List<String> lines = text.lines().toList();
        assertThat(lines).hasSize(4);
        assertThat(lines.get(0)).isEqualTo("Row\tAudience\tMoney a day\tDarned sock, before");
        assertThat(lines.get(1)).isEqualTo("Two cities 18 to 25 Norwich women\tTwo cities\t£10.00\ton");
        paste(text);
        assertThat(dialog()).containsText("Everything pasted is as the sheet has it.");
        page.keyboard().press("Escape");
        page.locator(".ant-modal").last().waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.HIDDEN));
        row(0).click();
        paste("12\nlots\n7.50");
        assertThat(dialog()).containsText("1 cell cannot be taken");
        assertThat(dialog()).containsText("“lots” is not an amount of GBP.");
        assertThat(dialog()).containsText("£10.00 → £12.00");
        buyer.press("Paste the 2 good ones");
        assertThat(page.getByTestId("money-0")).hasText("£12.00");
        assertThat(page.getByTestId("money-1")).hasText("£10.00");
        assertThat(page.getByTestId("money-2")).hasText("£7.50");
        paste("Row\tAudience\tMoney a day\tDarned sock, before\nKnitters too\tTwo cities\t20\toff");
        buyer.press("Paste");
        assertThat(shape()).containsText("25 × 1, 24 ads");
        buyer.kept();
    }

    @Test
    @Order(4)
    void manyRowsAreRaisedAtOnce() {
        buyer.open(page.url().replace(Installation.URL, ""));
        buyer.key("/");
        page.getByLabel("Filter the rows").fill("leeds women");
        assertThat(page.locator(".foot .hint")).containsText("6 of 25 rows");
        row(0).click();
        for (int i = 0; i < 5; i++) {
            page.keyboard().press("Shift+ArrowDown");
        }
        page.keyboard().press("Enter");
        page.keyboard().type("+10 %");
        page.keyboard().press("Enter");
        assertThat(page.getByTestId("money-0")).hasText("£8.25");
        assertThat(page.getByTestId("money-5")).hasText("£11.00");
        page.getByLabel("Filter the rows").fill("");
        page.getByLabel("Filter the rows").press("Escape");
        assertThat(page.locator(".foot .hint")).containsText("Undo “budget of 6 rows”");
    }

    /** Common practice: 50 a day over a test of 5 rows is 10 each. The rows that are not chosen keep their money. */
    @Test
    @Order(5)
    void aSumIsSpreadAndABidIsSet() {
        buyer.lens("Money");
        assertThat(page.locator(".facts")).containsText("Money of the plan");
        row(0).click();
        for (int i = 0; i < 4; i++) {
            page.keyboard().press("Shift+ArrowDown");
        }
        buyer.key("m");
        page.getByLabel("Money of all").fill("50");
        assertThat(dialog()).containsText("£12.00 → £10.00");
        assertThat(dialog()).containsText("The other 20 rows keep their money.");
        buyer.press("Spread it");
        assertThat(page.getByTestId("money-0")).hasText("£10.00");
        assertThat(page.getByTestId("money-2")).hasText("£10.00");
        assertThat(page.locator(".calendar")).containsText("in 14 days");
        buyer.lens("Structure");
        buyer.key("b");
        dialog().getByText("At most").click();
        assertThat(dialog()).containsText("hardly any place is won");
        page.getByLabel("Bid", new Page.GetByLabelOptions().setExact(true)).fill("0.06");
        page.keyboard().press("Enter");
        dialog().getByText("7 to 23").click();
        assertThat(dialog()).containsText("daily 7 to 23");
        assertThat(dialog()).containsText("224 hours in 14 days");
        page.keyboard().press("Escape");
        assertThat(page.locator(".facts")).containsText("at most £0.06");
        assertThat(page.locator(".facts")).containsText("its ads hardly ever win a place");
        buyer.kept();
    }

    /** Locked rows keep their money when a sum is spread; money is shared for the flight and given back to the rows. */
    @Test
    @Order(6)
    void moneyIsLockedSharedAndMendedWithOneKey() {
        row(0).click();
        buyer.key("l");
        assertThat(page.getByTestId("money-0").getByLabel("locked")).isVisible();
        page.keyboard().press("Shift+ArrowDown");
        buyer.key("m");
        page.getByLabel("Money of all").fill("30");
        assertThat(dialog()).containsText("1 locked row keeps its money");
        buyer.press("Spread it");
        assertThat(page.getByTestId("money-0")).containsText("£10.00");
        assertThat(page.getByTestId("money-1")).containsText("£20.00");
        row(0).click();
        buyer.key("l");
        row(1).click();
        page.keyboard().press("Enter");
        page.keyboard().type("1");
        page.keyboard().press("Enter");
        assertThat(page.locator(".facts [data-rule='money.under-lowest']")).isVisible();
        buyer.key("f");
        assertThat(page.getByTestId("money-1")).hasText("£5.00");
        buyer.kept();

        String before = shape().innerText();
        buyer.press("change");
        page.getByText("all rows together", new Page.GetByTextOptions().setExact(true))
                .click();
        page.getByText("for the flight", new Page.GetByTextOptions().setExact(true))
                .click();
        buyer.press("Keep");
        assertThat(page.getByTestId("money-0")).containsText("≈");
        assertThat(shape()).hasText(before);
        page.getByTestId("money-0").click();
        assertThat(dialog()).containsText("All rows together, for the 14 days, GBP");
        page.keyboard().press("Escape");
        page.locator(".sheet").press("Control+z");
        assertThat(page.getByTestId("money-1")).hasText("£5.00");
        buyer.kept();
    }

    /** What does not block can be left for a reason, and told again. */
    @Test
    @Order(7)
    void aHintIsLeftForAReason() {
        buyer.lens("Checks");
        Locator hints =
                page.locator(".facts .finding.warning", new Page.LocatorOptions().setHasText("hardly ever win"));
        assertThat(hints).hasCount(5);
        hints.first().getByText("leave it").click();
        page.getByLabel("Why it may stay").fill("A trial of the floor");
        page.keyboard().press("Enter");
        assertThat(hints).hasCount(4);
        page.locator(".silenced summary").click();
        assertThat(page.locator(".silenced")).containsText("“A trial of the floor”, Ines Wickham");
        page.getByText("tell it again").click();
        assertThat(hints).hasCount(5);
        buyer.lens("Structure");
    }

    /** Excluded ads keep their reason, and switching the block around them leaves them out. */
    @Test
    @Order(8)
    void adsAreExcludedForAReason() {
        row(0).click();
        buyer.key("x");
        page.getByLabel("Why").fill("Buyers have it already");
        buyer.press("Exclude");
        assertThat(buyer.cell(0, 0)).containsText("Buyers have it already");
        page.keyboard().press("Escape");
        row(0).click();
        page.keyboard().press("Shift+ArrowDown");
        buyer.key(" ");
        assertThat(buyer.cell(1, 0)).hasText("off");
        assertThat(buyer.cell(0, 0)).containsText("excluded");
        buyer.kept();
    }

    @Test
    @Order(9)
    void rowsAreCopiedAndTheHistoryTellsWho() {
        row(3).click();
        buyer.key("Shift+d");
        page.getByLabel("Copies of each").fill("5");
        buyer.press("Add 5 rows");
        assertThat(shape()).containsText("30 × 1");
        page.keyboard().press("Control+k");
        page.getByPlaceholder("What to do").fill("what was changed");
        page.keyboard().press("Enter");
        Locator history = page.locator(".history li");
        assertThat(history.first()).containsText("duplicate row Two cities 18 to 25 Leeds men 5 times");
        assertThat(history.first()).containsText("Ines Wickham");
        assertThat(page.locator(".history")).containsText("exclude 1 ad");
    }

    /** What does not carry over stands first; the copy is checked by the other network's rules and mended on its sheet. */
    @Test
    @Order(10)
    void theCampaignIsCopiedToAnotherNetworkAndMended() {
        page.keyboard().press("Escape");
        buyer.open(page.url().replace(Installation.URL, ""));
        page.locator(".sheet").waitFor();
        page.keyboard().press("Control+k");
        page.getByPlaceholder("What to do").fill("another account");
        page.keyboard().press("Enter");
        buyer.choose("Account to copy to", "Jumpcut GBP");
        assertThat(dialog()).containsText("Darned sock, before: single picture; its ads are excluded there");
        assertThat(dialog()).containsText("at most £0.06 → automatic");
        assertThat(dialog()).containsText("Two cities: Jumpcut ");
        // Of six ages and two cities four bands of one country are left; rows that would be the same are one, with all
        // their money.
        assertThat(dialog().locator("h3").last()).containsText("with the money of all");
        assertThat(dialog()).containsText(" on Jumpcut: ");
        buyer.press("Copy to Jumpcut");
        Locator campaigns = page.locator(".things .thing");
        assertThat(campaigns).hasCount(2);
        campaigns.nth(1).click();
        assertThat(shape()).containsText("on Jumpcut");
        assertThat(buyer.cell(0, 0)).containsText("Jumpcut has no single picture");
        buyer.press("Add…");
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("Add creatives"))
                .click();
        add("Three stitches");
        buyer.lens("Checks");
        assertThat(page.locator(".facts")).containsText("is under Jumpcut’s lowest, £20.00 per ad group");
        row(0).click();
        for (int i = 0; i < 29; i++) {
            page.keyboard().press("Shift+ArrowDown");
        }
        page.keyboard().press("Enter");
        page.keyboard().type("20");
        page.keyboard().press("Enter");
        assertThat(page.locator(".facts")).not().containsText("lowest, £20.00");
        buyer.kept();
    }
}
