package idleheron.desktop.model;

import idleheron.formats.disk.Drafts;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A small file that is written on a thread of its own, so that a slow disk holds nobody up: whole, or it stays as it was. */
final class LaterFile {
    private static final Logger LOG = LoggerFactory.getLogger(LaterFile.class);

    private static final ExecutorService WRITER = writer();

    private final Path file;

    LaterFile(Path file) {
        this.file = file;
    }

    private static ExecutorService writer() {
        ThreadPoolExecutor out = new ThreadPoolExecutor(1, 1, 5, TimeUnit.SECONDS, new LinkedBlockingQueue<>(), r -> {
            Thread t = new Thread(r, "settings");
            t.setDaemon(true);
            return t;
        });
        out.allowCoreThreadTimeOut(true);
        return out;
    }

    /**
     * In the order in which it is asked for.
     *
     * @param content made on the thread that writes
     */
    void write(Supplier<byte[]> content) {
        WRITER.execute(() -> {
            try {
                put(content.get());
            } catch (IOException e) {
                LOG.warn("settings are not saved: {}", e.getMessage());
            }
        });
    }

    private void put(byte[] content) throws IOException {
        Path whole = file.toAbsolutePath();
        Path folder = whole.getParent();
        if (folder != null) {
            Files.createDirectories(folder);
        }
        Drafts.write(whole, true, List.of(), out -> out.write(content));
    }

    /** Waits until all that was asked for is written. */
    static void settle() {
        try {
            WRITER.submit(() -> {}).get(20, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (ExecutionException | java.util.concurrent.TimeoutException e) {
            LOG.warn("settings may not be saved: {}", e.toString());
        }
    }
}
