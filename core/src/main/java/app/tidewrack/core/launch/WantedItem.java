package app.tidewrack.core.launch;

/** One item as the plan wants it on the network. */
public record WantedItem(ItemKey key, Settings settings) {}
