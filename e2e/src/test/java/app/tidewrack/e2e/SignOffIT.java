package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A client that asks for a sign-off: a plan is sent, returned, mended, approved by a guest through a link, and launched. */
@TestMethodOrder(OrderAnnotation.class)
class SignOffIT {
    private static final String AGENCY_CLIENT = "/api/agency/clients/oddment";
    private static final String PLAN = "Signed " + System.nanoTime() % 10_000;
    private static final String OTTO = "Otto " + PLAN.substring(PLAN.indexOf(' ') + 1);
    private static Calls ines;
    private static Buyer buyer;
    private static Page page;
    private static Page approver;
    private static Calls.Sheet sheet;
    private static String launchPage;
    private static String guestAddress;

    @RegisterExtension
    static final InParts PARTS = new InParts();

    @BeforeAll
    static void begin() throws Exception {
        ines = new Calls(Installation.URL, "ines@withyandoar.example");
        demand(true);
        sheet = ines.sheet("oddmenths", PLAN, 2, 2, "6");
        launchPage = "/c/oddment/launch/" + sheet.planId() + "/" + sheet.campaignId();
        buyer = new Buyer();
        page = buyer.page;
        buyer.signIn("ines@withyandoar.example");
        approver = buyer.another();
    }

    @AfterAll
    static void end() throws Exception {
        demand(false);
        buyer.close();
    }

    private static void demand(boolean demanded) throws IOException, InterruptedException {
        for (JsonElement e : ines.get("/api/agency/clients").getAsJsonArray()) {
            JsonObject client = e.getAsJsonObject();
            if (client.get("id").getAsString().equals("oddment")) {
                Map<String, Object> body = new HashMap<>();
                for (String field : List.of("name", "about", "domains", "currencies")) {
                    body.put(field, client.get(field));
                }
                body.put("signOffDemanded", demanded);
                ines.put(AGENCY_CLIENT, body);
            }
        }
    }

    private static Locator button(Page in, String name) {
        return in.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .last();
    }

    /** Gives a row other money, of the plan at a version. */
    private static void pay(int row, int version, String money) throws IOException, InterruptedException {
        JsonObject campaign = ines.get("/api/clients/oddment/plans/" + sheet.planId())
                .getAsJsonObject()
                .getAsJsonArray("campaigns")
                .get(0)
                .getAsJsonObject();
        String rowId = Calls.id(campaign.getAsJsonArray("rows").get(row));
        ines.edit(
                sheet,
                version,
                Map.of("kind", "rowMoney", "campaignId", sheet.campaignId(), "rowIds", List.of(rowId), "money", money));
    }

    @Test
    @Order(1)
    void withoutASignOffNothingGoesOut() {
        buyer.open(launchPage);
        assertThat(page.locator(".signoff-band")).containsText("This client asks for a sign-off");
        assertThat(button(page, "7 changes without sign-off")).isDisabled();
    }

    @Test
    @Order(2)
    void itIsSentToAnApproverWhoReturnsIt() throws Exception {
        String secret = ines.post(
                        "/api/agency/people",
                        Map.of(
                                "name",
                                OTTO,
                                "email",
                                PLAN.replace(" ", "").toLowerCase(Locale.ROOT) + "@oddment.example",
                                "administrator",
                                false,
                                "parts",
                                List.of(Map.of("clientId", "oddment", "role", "APPROVER"))))
                .getAsJsonObject()
                .get("secret")
                .getAsString();
        page.reload();
        buyer.press("Send it for sign-off");
        buyer.choose("To whom", OTTO);
        page.getByLabel("Note", new Page.GetByLabelOptions().setExact(true)).fill("The first two weeks.");
        buyer.press("Send");
        assertThat(page.locator(".signed-standing")).containsText("Waits for " + OTTO);

        approver.navigate(Installation.URL + "/join#" + secret);
        approver.getByLabel("Password").fill("seven heron lamp");
        button(approver, "Come in").click();
        approver.getByText("Oddment & Thread").first().click();
        Locator need = approver.getByTestId("needs")
                .locator(".finding")
                .filter(new Locator.FilterOptions().setHasText(PLAN + " waits for " + OTTO + " to sign it off"));
        need.getByRole(AriaRole.LINK).click();
        assertThat(approver.locator(".sent-note")).containsText("The first two weeks.");
        assertThat(approver.locator(".signed-changes tbody tr")).hasCount(5);
        assertThat(approver.locator(".signed-cell")).hasCount(4);
        assertThat(approver.locator(".signed-ad")).hasCount(2);
        assertThat(approver.locator(".signed-ad figure").first()).containsText("Mend it tonight, way 1.");
        assertThat(button(approver, "Take it back")).hasCount(0);
        approver.locator(".signed-changes tr.go", new Page.LocatorOptions().setHasText("audience 1"))
                .first()
                .click();
        approver.getByLabel("Comment", new Page.GetByLabelOptions().setExact(true))
                .fill("Is £6 not too little here?");
        button(approver, "Comment").click();
        assertThat(approver.locator(".remark-thread")).containsText("Is £6 not too little here?");
        button(approver, "Return").click();
        approver.getByLabel("Reason").fill("More for the first row, please.");
        button(approver, "Return it").click();
        assertThat(approver.locator(".signed-standing")).containsText("Returned by " + OTTO);
        assertThat(button(approver, "Approve")).hasCount(0);
    }

    @Test
    @Order(3)
    void itIsMendedAndSentAgain() throws Exception {
        buyer.open("/c/oddment");
        Locator need = page.getByTestId("needs")
                .locator(".finding")
                .filter(new Locator.FilterOptions().setHasText(OTTO + " returned " + PLAN));
        assertThat(need).containsText("More for the first row, please.");
        need.getByRole(AriaRole.LINK).click();
        page.locator(".remark-line").first().click();
        page.getByLabel("Answer").fill("We make it £9.");
        button(page, "Answer").click();
        assertThat(page.locator(".remark.answer")).containsText("We make it £9.");

        pay(0, sheet.version(), "9");
        buyer.open(launchPage);
        assertThat(page.locator(".signoff-band")).containsText("More for the first row, please.");
        assertThat(page.locator(".cover-word.RETURNED").first()).containsText("returned");
        buyer.press("Send it for sign-off");
        buyer.choose("To whom", "Any approver");
        buyer.press("Send");
        assertThat(page.locator(".signed-standing")).containsText("Waits for an approver");
        assertThat(page.locator(".signed-changes .since")).containsText("£6.00");
        assertThat(page.locator(".signed-changes .since")).containsText("£9.00");
        buyer.press("Link for a guest");
        page.getByLabel("For whom").fill("Bea Marl");
        buyer.press("Make the link");
        guestAddress = page.getByLabel("Link", new Page.GetByLabelOptions().setExact(true))
                .inputValue();
        buyer.press("Done");
        assertThat(page.locator(".signed-links")).containsText("Bea Marl until");
    }

    @Test
    @Order(4)
    void aGuestApprovesItByTheLinkAndSeesNothingElse() {
        Page guest = buyer.another();
        guest.navigate(guestAddress);
        assertThat(guest.locator("main")).containsText("Ines Wickham of Withy & Oar asks Oddment & Thread");
        button(guest, "Look at it").click();
        assertThat(guest.locator(".signed-part h2")).containsText(PLAN);
        assertThat(guest.locator(".signed-ad img").first()).isVisible();
        Object drawn = guest.locator(".signed-ad img").first().evaluate("i => i.complete && i.naturalWidth > 0");
        assertThat(drawn).as("the guest's pictures").isEqualTo(true);
        Eyes.see(guest, "what a guest signs off");
        button(guest, "Approve").click();
        guest.getByLabel("What you want to say with it").fill("Good luck.");
        button(guest, "Approve").click();
        assertThat(guest.locator(".signed-standing")).containsText("Approved by Bea Marl");
        Locator pdf = guest.getByText("Kept as PDF");
        assertThat(guest.waitForDownload(pdf::click).path()).isNotEmptyFile();
        guest.navigate(Installation.URL + "/c/oddment");
        assertThat(guest.locator("body")).not().containsText("Needs you today");
        assertThat(guest.locator("body")).not().containsText("Back to the basket");
        guest.close();
    }

    @Test
    @Order(5)
    void whatWasApprovedIsLaunchedAndALaterEditIsNotCovered() throws Exception {
        buyer.open(launchPage);
        assertThat(page.locator(".signoff-band")).containsText("All of it is approved");
        assertThat(page.locator(".signoff-band")).containsText("by Bea Marl: “Good luck.”");
        buyer.press("Launch 7 changes");
        buyer.press("Launch now");
        assertThat(page.locator("main")).containsText("everything is on the network");
        pay(1, sheet.version() + 1, "20");
        page.reload();
        assertThat(page.locator(".cover-word.CHANGED")).containsText("edited since approved");
        assertThat(button(page, "1 change without sign-off")).isDisabled();
        page.locator(".signoff-band").getByRole(AriaRole.LINK).click();
        assertThat(page.locator(".edited-since"))
                .containsText("1 change is edited since, and no longer covered by it.");
        buyer.open("/c/oddment/plan/" + sheet.planId() + "/" + sheet.campaignId());
        assertThat(page.locator("[role=rowheader]")).hasCount(2);
        page.keyboard().press("Control+k");
        page.getByPlaceholder("What to do").fill("what was changed");
        page.keyboard().press("Enter");
        assertThat(page.locator(".history")).containsText("Approved sign-off 2: Good luck.");
        assertThat(page.locator(".history"))
                .containsText(Pattern.compile("Said: Is £6 not too little here\\?.*" + OTTO, Pattern.DOTALL));
    }
}
