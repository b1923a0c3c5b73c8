package app.tidewrack.server.need;

import app.tidewrack.core.need.Need;
import java.util.List;

/** Tells what needs a person at a client and takes some thought: what it finds is kept, and asked for again when something was done. */
public interface NeedSource {
    List<? extends Need> needs(String clientId);
}
