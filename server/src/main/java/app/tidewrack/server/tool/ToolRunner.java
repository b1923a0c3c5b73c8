package app.tidewrack.server.tool;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** Runs tools of the system, two at a time, each held to a time and an address space. */
public final class ToolRunner {
    private static final int NO_SUCH_TOOL = 127;

    private final Duration longest;
    private final int megabytes;
    private final Semaphore runs = new Semaphore(2);
    private final ScheduledExecutorService watch = new ScheduledThreadPoolExecutor(1, r -> {
        Thread thread = new Thread(r, "tool-watch");
        thread.setDaemon(true);
        return thread;
    });

    /**
     * @param longest that a run may take
     * @param megabytes address space of a run
     */
    public ToolRunner(Duration longest, int megabytes) {
        this.longest = longest;
        this.megabytes = megabytes;
    }

    /** Why a run gave nothing. */
    public enum Why {
        MISSING,
        LATE,
        STOPPED,
        BROKEN
    }

    /** A run that gave nothing. */
    public static final class ToolFailed extends RuntimeException {
        private final Why why;
        private final String said;

        /** @param said the tool's first line, without places on this machine */
        ToolFailed(Why why, String said) {
            super(why + ": " + said);
            this.why = why;
            this.said = said;
        }

        public Why why() {
            return why;
        }

        public String said() {
            return said;
        }
    }

    /**
     * @param input what the tool reads
     * @param onLine sees each line that it writes; false stops it
     * @return what it wrote
     */
    public String run(List<String> command, byte[] input, Predicate<String> onLine) {
        List<String> limited =
                new ArrayList<>(List.of("prlimit", "--as=%d".formatted(megabytes * 1_000_000L), "nice", "-n", "5"));
        limited.addAll(command);
        runs.acquireUninterruptibly();
        Process process = null;
        Path errors = null;
        AtomicBoolean late = new AtomicBoolean();
        try {
            errors = Files.createTempFile("tidewrack-tool", ".log");
            ProcessBuilder builder = new ProcessBuilder(limited).redirectError(errors.toFile());
            // A core each for two runs is what there is.
            builder.environment().put("OMP_THREAD_LIMIT", "1");
            process = builder.start();
            Process running = process;
            ScheduledFuture<?> end = watch.schedule(
                    () -> {
                        late.set(true);
                        kill(running);
                    },
                    longest.toMillis(),
                    TimeUnit.MILLISECONDS);
            feed(process, input);
            StringBuilder written = new StringBuilder();
            boolean more = read(process, written, onLine);
            int code = process.waitFor();
            end.cancel(false);
            if (!more) {
                throw new ToolFailed(Why.STOPPED, "");
            }
            if (late.get()) {
                throw new ToolFailed(Why.LATE, "");
            }
            if (code == NO_SUCH_TOOL || Files.readString(errors).contains("failed to execute")) {
                throw new ToolFailed(Why.MISSING, "");
            }
            if (code != 0) {
                throw new ToolFailed(Why.BROKEN, firstLine(errors));
            }
            return written.toString();
        } catch (IOException e) {
            // A tool that is ended may leave its output cut off in the middle.
            throw new ToolFailed(late.get() ? Why.LATE : process == null ? Why.MISSING : Why.BROKEN, "it stopped");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new ToolFailed(Why.STOPPED, "");
        } finally {
            if (process != null) {
                kill(process);
            }
            runs.release();
            delete(errors);
        }
    }

    private static void feed(Process process, byte[] input) {
        try (OutputStream in = process.getOutputStream()) {
            in.write(input);
        } catch (IOException e) {
            // A tool that did not start, or wants no more, says so by its code.
            return;
        }
    }

    /** Reads what a tool writes; false once nobody wanted more, and it was ended. */
    private static boolean read(Process process, StringBuilder written, Predicate<String> onLine) throws IOException {
        boolean more = true;
        try (BufferedReader lines =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                written.append(line).append('\n');
                if (!onLine.test(line)) {
                    more = false;
                    kill(process);
                }
            }
        }
        return more;
    }

    private static void kill(Process process) {
        process.descendants().forEach(ProcessHandle::destroyForcibly);
        process.destroyForcibly();
    }

    private static void delete(@Nullable Path file) {
        try {
            if (file != null) {
                Files.deleteIfExists(file);
            }
        } catch (IOException e) {
            file.toFile().deleteOnExit();
        }
    }

    private static String firstLine(Path errors) throws IOException {
        String said = Files.readString(errors).strip();
        // The tool names the file's place on this machine, which is nobody's business.
        return said.lines()
                .findFirst()
                .orElse("no reason given")
                .replaceAll("\\S*/\\S+", "the file")
                .replaceAll("\\[[^\\]]* @ 0x[0-9a-f]+\\] *", "")
                .replaceAll("0x[0-9a-fA-F]{6,}", "…")
                .strip();
    }
}
