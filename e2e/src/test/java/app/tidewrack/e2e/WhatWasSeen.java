package app.tidewrack.e2e;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.PlaywrightException;
import java.util.Collections;
import java.util.Map;
import java.util.Queue;
import java.util.WeakHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.stream.Collectors;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.LifecycleMethodExecutionExceptionHandler;
import org.junit.jupiter.api.extension.TestExecutionExceptionHandler;
import org.opentest4j.TestAbortedException;

/**
 * To why a journey failed it adds where its pages were, what stood there and what the server did not do for them, which a machine elsewhere
 * cannot show otherwise.
 */
public final class WhatWasSeen implements TestExecutionExceptionHandler, LifecycleMethodExecutionExceptionHandler {
    private static final int MOST_CHARACTERS = 1_500;
    private static final int MOST_CALLS = 12;

    private static final Map<Page, Queue<String>> CHANGES = Collections.synchronizedMap(new WeakHashMap<>());

    /** From now on it is known which changes a page asked for, what went wrong, and what was said of it. */
    static void watch(Page page) {
        page.onResponse(r -> {
            if (r.status() >= 400 || !r.request().method().equals("GET")) {
                heard(page, r.status() + " " + r.request().method() + " " + r.url());
            }
        });
        page.onRequestFailed(r -> heard(page, r.failure() + " " + r.method() + " " + r.url()));
        page.onPageError(e -> heard(page, e));
    }

    private static void heard(Page page, String what) {
        Queue<String> last = CHANGES.computeIfAbsent(page, p -> new ConcurrentLinkedQueue<>());
        last.add(what);
        if (last.size() > MOST_CALLS) {
            last.poll();
        }
    }

    @Override
    public void handleTestExecutionException(ExtensionContext context, Throwable why) throws Throwable {
        tell(why);
    }

    @Override
    public void handleBeforeAllMethodExecutionException(ExtensionContext context, Throwable why) throws Throwable {
        tell(why);
    }

    @Override
    public void handleBeforeEachMethodExecutionException(ExtensionContext context, Throwable why) throws Throwable {
        tell(why);
    }

    private static void tell(Throwable why) throws Throwable {
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
        return "\nSeen at %s:\n%s\nLast asked for:\n%s"
                .formatted(
                        page.url(),
                        text.substring(0, Math.min(MOST_CHARACTERS, text.length())),
                        String.join("\n", CHANGES.getOrDefault(page, new ConcurrentLinkedQueue<>())));
    }
}
