package idleheron.desktop;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;

/**
 * Asks the thread of the window for an answer all the time and keeps what was longer than a tenth of a second, with what it was
 * doing then. What a test itself does there is left out.
 */
final class PauseWatch implements AutoCloseable {
    private static final long LIMIT = 100;
    private static final long STEP = 10;

    /** A pause: how long, and the first method of the program that was running, else of the toolkit. */
    record Pause(long milliseconds, String where) {}

    private final List<Pause> found = new ArrayList<>();
    private final Thread watcher = new Thread(this::watch, "pause watch");
    private volatile boolean closed;

    PauseWatch() {
        watcher.setDaemon(true);
        watcher.start();
    }

    private void watch() {
        try {
            while (!closed) {
                ask();
                Thread.sleep(STEP);
            }
        } catch (InterruptedException | IllegalStateException e) {
            // the window is gone
        }
    }

    private void ask() throws InterruptedException {
        CountDownLatch answered = new CountDownLatch(1);
        long began = System.nanoTime();
        Platform.runLater(answered::countDown);
        if (answered.await(LIMIT, TimeUnit.MILLISECONDS)) {
            return;
        }
        String where = where();
        boolean there = false;
        while (!closed && !there) {
            there = answered.await(LIMIT, TimeUnit.MILLISECONDS);
        }
        if (where != null && !closed) {
            synchronized (found) {
                found.add(new Pause((System.nanoTime() - began) / 1_000_000, where));
            }
        }
    }

    /** What the thread of the window does now; null where a test does it. */
    private static @Nullable String where() {
        StackTraceElement[] stack = Thread.getAllStackTraces().entrySet().stream()
                .filter(e -> e.getKey().getName().equals("JavaFX Application Thread"))
                .map(java.util.Map.Entry::getValue)
                .findFirst()
                .orElse(new StackTraceElement[0]);
        if (Arrays.stream(stack)
                .anyMatch(s -> s.getClassName().endsWith("Test")
                        || s.getClassName().startsWith("idleheron.desktop.Layouts")
                        || s.getClassName().startsWith("idleheron.desktop.Reader"))) {
            return null;
        }
        return Arrays.stream(stack)
                .filter(s -> s.getClassName().startsWith("idleheron."))
                .findFirst()
                .or(() -> Arrays.stream(stack)
                        .filter(s -> !s.getClassName().matches("(java|jdk|sun)\\..*"))
                        .findFirst())
                .map(s -> s.getClassName() + "." + s.getMethodName() + ":" + s.getLineNumber())
                .orElse("nothing");
    }

    List<Pause> found() {
        synchronized (found) {
            return List.copyOf(found);
        }
    }

    @Override
    public void close() {
        closed = true;
        watcher.interrupt();
    }
}
