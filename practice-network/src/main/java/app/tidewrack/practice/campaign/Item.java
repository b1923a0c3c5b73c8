package app.tidewrack.practice.campaign;

import app.tidewrack.practice.NotKnown;
import java.util.Arrays;

/** The three levels, as they stand in addresses and tables. */
enum Item {
    CAMPAIGN("campaigns", "campaign"),
    AD_GROUP("ad-groups", "ad_group"),
    AD("ads", "ad");

    private final String path;
    private final String table;

    Item(String path, String table) {
        this.path = path;
        this.table = table;
    }

    String table() {
        return table;
    }

    static Item ofPath(String path) {
        return Arrays.stream(values())
                .filter(i -> i.path.equals(path))
                .findFirst()
                .orElseThrow(() -> new NotKnown("kind of item", path));
    }
}
