package app.tidewrack.core.check;

/** How much a finding weighs: a blocker stops launch, a warning should be read, a hint may be. */
public enum Severity {
    BLOCKER,
    WARNING,
    HINT
}
