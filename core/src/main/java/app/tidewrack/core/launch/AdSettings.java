package app.tidewrack.core.launch;

import java.util.Map;

/** An ad on a network: a name, and what it shows. */
public record AdSettings(String name, CreativeSettings creative) implements Settings {
    @Override
    public Level level() {
        return Level.AD;
    }

    /** The same showing something else, such as the same with the network's id of its form. */
    public AdSettings showing(CreativeSettings changed) {
        return new AdSettings(name, changed);
    }

    @Override
    public Map<Field, Object> parts() {
        CreativeSettings c = creative;
        return new Parts()
                .put(Field.NAME, name)
                .put(Field.FORMAT, c.format())
                .put(Field.HEADLINES, c.headlines())
                .put(Field.BODIES, c.bodies())
                .put(Field.DESCRIPTIONS, c.descriptions())
                .put(Field.CALLS_TO_ACTION, c.callsToAction())
                .put(Field.BRAND, c.brand())
                .put(Field.POST, c.post())
                .put(Field.MEDIA, c.media())
                .put(Field.POSTERS, c.posters())
                .put(Field.CARDS, c.cards())
                .put(Field.LINK, c.link())
                .put(Field.FORM, c.form())
                .put(Field.CHAT, c.chat())
                .put(Field.MESSAGE, c.message())
                .all();
    }
}
