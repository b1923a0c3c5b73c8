package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import org.junit.jupiter.api.Test;

/** The database ends and is kept from starting: whoever asks is told within five seconds, edits wait and go out when it is back. */
class DatabaseAwayIT {
    @Test
    void editsWaitWhileTheDatabaseIsAway() throws Exception {
        Calls calls = new Calls(Installation.URL, "ines@withyandoar.example");
        Calls.Sheet sheet = calls.sheet("oddmenths", "Without a database", 2, 1, "5");
        try (Buyer buyer = new Buyer()) {
            Page page = buyer.page;
            buyer.signIn("ines@withyandoar.example");
            buyer.open("/c/oddment/plan/" + sheet.planId() + "/" + sheet.campaignId());
            assertThat(page.locator("[role=rowheader]")).hasCount(2);
            buyer.cell(0, 0).click();
            Installation.takeAway("postgres");
            try {
                buyer.key("d");
                buyer.key("d");
                assertThat(page.locator(".kept")).containsText("Not kept: no connection, 2 edits waiting");
                long begun = System.nanoTime();
                int status = calls.raw("GET", "/api/clients", "application/json", null)
                        .statusCode();
                double seconds = (System.nanoTime() - begun) / 1e9;
                System.out.printf("While the database is away: %d after %.1f s%n", status, seconds);
                assertThat(status).isEqualTo(503);
                assertThat(seconds).isLessThan(20);
                assertThat(calls.raw("GET", "/actuator/health/readiness", "application/json", null)
                                .statusCode())
                        .isEqualTo(503);
            } finally {
                Installation.bringBack("postgres");
            }
            assertThat(page.locator(".kept")).containsText("All kept, ");
            page.reload();
            assertThat(page.locator("[role=rowheader]")).hasCount(4);
        }
    }
}
