package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.lang.ref.WeakReference;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** What is closed is gone: neither a timer nor a thread holds the window and all that lay on its bench. */
class OpenWindowTest {
    @TempDir
    static Path demo;

    /** In a method of its own, so that no frame holds the window. */
    private static WeakReference<HeronApp> opened() throws Exception {
        OpenWindow open = new OpenWindow(() -> demo, false);
        Reader window = new Reader(new FxRobot());
        open.open();
        open.open(demo.resolve(DemoData.BELL));
        Reader.until("it is looked over", () -> window.reads("footbridge_bell"));
        WeakReference<HeronApp> app = new WeakReference<>(open.app());
        open.close();
        return app;
    }

    @Test
    void nothingHoldsAClosedWindow() throws Exception {
        MadeDemo.into(demo, DemoData.BELL);
        WeakReference<HeronApp> first = opened();
        // the toolkit keeps the last window until there is another
        WeakReference<HeronApp> second = opened();
        Reader.until("the first is forgotten", () -> {
            System.gc();
            return first.get() == null;
        });
        assertThat(second).isNotSameAs(first);
    }
}
