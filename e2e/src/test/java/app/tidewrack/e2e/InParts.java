package app.tidewrack.e2e;

import static org.junit.jupiter.api.Assumptions.assumeFalse;

import org.junit.jupiter.api.extension.AfterTestExecutionCallback;
import org.junit.jupiter.api.extension.BeforeEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/** A journey in parts, each of which goes on from the one before; where one broke off, the rest is left out. */
final class InParts implements BeforeEachCallback, AfterTestExecutionCallback {
    private boolean broken;

    @Override
    public void beforeEach(ExtensionContext context) {
        assumeFalse(broken, "An earlier part of the journey failed");
    }

    @Override
    public void afterTestExecution(ExtensionContext context) {
        broken |= context.getExecutionException().isPresent();
    }
}
