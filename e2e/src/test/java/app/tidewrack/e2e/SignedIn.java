package app.tidewrack.e2e;

import com.microsoft.playwright.Page;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/** A buyer who is signed in, anew for each class of journeys; these run one after the other. */
abstract class SignedIn {
    static Buyer buyer;
    static Page page;

    @BeforeAll
    static void signIn() {
        buyer = new Buyer();
        page = buyer.page;
        buyer.signIn("ines@withyandoar.example");
    }

    @AfterAll
    static void close() {
        buyer.close();
    }
}
