package app.tidewrack.server.question;

import app.tidewrack.server.web.NotWanted;
import java.sql.SQLException;
import java.sql.Statement;
import org.jspecify.annotations.Nullable;

/** One question while it is being answered, with what the database does for it at the moment. */
final class Question {
    private @Nullable Statement running;
    private boolean wanted = true;

    /** @throws NotWanted when it was taken back */
    synchronized void begin(Statement statement) {
        if (!wanted) {
            throw new NotWanted();
        }
        running = statement;
    }

    /** After it, the statement's connection may be somebody else's: nothing is cancelled there. */
    synchronized void end() {
        running = null;
    }

    synchronized boolean wanted() {
        return wanted;
    }

    synchronized void takeBack() throws SQLException {
        wanted = false;
        if (running != null) {
            running.cancel();
        }
    }
}
