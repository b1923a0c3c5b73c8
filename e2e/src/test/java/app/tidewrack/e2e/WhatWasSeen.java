package app.tidewrack.e2e;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.PlaywrightException;
import java.util.stream.Collectors;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.TestExecutionExceptionHandler;
import org.opentest4j.TestAbortedException;

/** To why a journey failed it adds where its pages were and what stood there, which a machine elsewhere cannot show otherwise. */
public final class WhatWasSeen implements TestExecutionExceptionHandler {
    private static final int MOST_CHARACTERS = 1_500;

    @Override
    public void handleTestExecutionException(ExtensionContext context, Throwable why) throws Throwable {
        if (why instanceof TestAbortedException) {
            throw why;
        }
        String seen = Buyer.pages().map(WhatWasSeen::seen).collect(Collectors.joining());
        throw seen.isEmpty() ? why : new AssertionError(why.getMessage() + seen, why);
    }

    private static String seen(Page page) {
        String text;
        try {
            text = (String) page.evaluate("document.body.innerText");
        } catch (PlaywrightException e) {
            text = e.getMessage();
        }
        return "\nSeen at %s:\n%s".formatted(page.url(), text.substring(0, Math.min(MOST_CHARACTERS, text.length())));
    }
}
