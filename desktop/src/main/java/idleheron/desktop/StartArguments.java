package idleheron.desktop;

import idleheron.app.CheckJob;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Path;
import java.util.List;
import javafx.application.Platform;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.ObservableValue;
import org.jspecify.annotations.Nullable;

/** What is named when the window is started: files, or {@code --demo FOLDER}. */
record StartArguments(List<String> raw) {
    StartArguments {
        raw = List.copyOf(raw);
    }

    /** The folder of the demo that is asked for, or null. */
    private @Nullable Path asked() {
        int i = raw.indexOf("--demo");
        return i >= 0 && i + 1 < raw.size() ? Path.of(raw.get(i + 1)) : null;
    }

    /** The folder of the demo: the one that is asked for, or the one beside the program; null where there is none. */
    @Nullable
    Path demo() {
        Path asked = asked();
        String home = System.getProperty("heron.home");
        return asked != null ? asked : home == null ? null : Path.of(home, "demo");
    }

    /** The one file that is put on the bench; null where none or several are named. */
    @Nullable
    Path first() {
        Path demo = asked();
        return demo != null ? demo.resolve(DemoData.POSTWOMAN) : raw.size() == 1 ? Path.of(raw.getFirst()) : null;
    }

    /** Puts on the bench what is named. The figure of the demo moves, but for whoever asks the system for less of that. */
    void open(Bench bench, BenchActions deeds, Arrivals arrivals) {
        Path first = first();
        if (raw.size() > 1 && asked() == null) {
            deeds.openTogether(raw.stream().map(Path::of).toList());
        } else if (first != null && asked() == null) {
            arrivals.named(List.of(first));
        } else if (first != null) {
            if (!Platform.getPreferences().isReducedMotion()) {
                playOnce(bench);
            }
            deeds.open(first);
        }
    }

    private static void playOnce(Bench bench) {
        bench.lookedOver().addListener(new ChangeListener<>() {
            @Override
            public void changed(
                    ObservableValue<? extends CheckJob.@Nullable Result> o,
                    CheckJob.@Nullable Result was,
                    CheckJob.@Nullable Result is) {
                if (is != null) {
                    bench.lookedOver().removeListener(this);
                    bench.transport().playing().set(true);
                }
            }
        });
    }
}
