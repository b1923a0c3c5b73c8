package app.tidewrack.core.plan;

/** How well the people know the client: never met, have engaged, or have visited, bought or started to. */
public enum Temperature {
    COLD,
    WARM,
    RETARGETING
}
