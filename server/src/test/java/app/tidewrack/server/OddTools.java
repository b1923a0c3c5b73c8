package app.tidewrack.server;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;

/** Programs of the system that do not do their work. */
public final class OddTools {
    private OddTools() {}

    /**
     * A tool that does something else.
     *
     * @param script of the shell; empty for a tool that is not there
     */
    public static String doing(String script, Path folder) throws IOException {
        Path tool = folder.resolve("tool");
        if (!script.isEmpty()) {
            Files.writeString(tool, "#!/bin/sh\n" + script + "\n");
            Files.setPosixFilePermissions(tool, PosixFilePermissions.fromString("rwxr-xr-x"));
        }
        return tool.toString();
    }
}
