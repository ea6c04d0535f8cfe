package idleheron.desktop.gather;

import static idleheron.core.Messages.say;

import idleheron.core.crossing.Asset;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.model.Jobs;
import idleheron.desktop.model.KeptCrossings;
import idleheron.desktop.view3d.ViewPictures;
import idleheron.desktop.widget.Ui;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.report.CrossingFile;
import idleheron.report.picture.Snapshot;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.function.Consumer;
import javafx.scene.image.WritableImage;
import org.jspecify.annotations.Nullable;

/** Small pictures of files with their facts: made when nothing else is to be done, and kept. */
final class Thumbs {
    static final int WIDTH = 150;
    static final int HEIGHT = 168;

    private final Jobs jobs;
    private final Map<String, Summary> known = new HashMap<>();

    /** Those who wait for a picture that is being made. */
    private final Map<String, List<Consumer<Summary>>> asked = new HashMap<>();

    /** Of the pictures; read by the work that paints them. */
    private volatile Palette palette = Palette.DAY;

    /** A file in few words, with a picture. */
    record Summary(String facts, String more, @Nullable WritableImage picture, boolean cloth) {}

    private interface Made {
        Summary with(Progress p) throws IOException;
    }

    Thumbs(Jobs jobs) {
        this.jobs = jobs;
    }

    /** The page is laid anew. */
    void begin(boolean dusk) {
        palette = Palette.of(dusk);
        if (!jobs.busy().get()) {
            asked.clear(); // what was stopped as it ended is asked for again
        }
    }

    /** Of what lies on the bench. */
    void of(Asset a, Consumer<Summary> then) {
        ask(a.path(), p -> summary(a), then);
    }

    /** Of a file. */
    void of(Path file, Consumer<Summary> then) {
        ask(file.toString(), p -> summary(read(file, p)), then);
    }

    /** Of a kept crossing: its two files, verdict and signature, as they stand now. */
    void kept(Path file, Consumer<Summary> then) {
        jobs.later(
                say("desktop.gather.Thumbs.crossing", file),
                p -> made(
                        q -> {
                            CrossingFile c = CrossingFile.read(file, KeptCrossings.FORM);
                            return new Summary(GatherModel.sides(c), GatherModel.verdict(c), null, false);
                        },
                        p),
                then);
    }

    /** Of two files, over each other. */
    void of(Path sent, Path returned, Consumer<Summary> then) {
        ask(
                sent + " / " + returned,
                p -> {
                    Asset a = read(sent, p.part(0, 0.5));
                    Asset b = read(returned, p.part(0.5, 1));
                    Picture made = Snapshot.over(
                            shown(a.scene()), shown(b.scene()), GatherModel.moment(a.scene()), palette, WIDTH, HEIGHT);
                    return new Summary("", "", Ui.image(made), false);
                },
                then);
    }

    private static Asset read(Path file, Progress p) throws IOException {
        SceneFormat.ReadScene r = SceneFiles.read(file, p);
        return new Asset(r.scene(), file.toString(), r.format(), r.variant(), r.bytes());
    }

    private void ask(String what, Made work, Consumer<Summary> then) {
        String key = palette + " " + what;
        Summary s = known.get(key);
        List<Consumer<Summary>> waiting = asked.get(key);
        if (s != null) {
            then.accept(s);
        } else if (waiting != null) {
            waiting.add(then);
        } else {
            asked.put(key, new ArrayList<>(List.of(then)));
            jobs.later(say("desktop.gather.Thumbs.picture-of", what), p -> made(work, p), made -> keep(key, made));
        }
    }

    private void keep(String key, Summary made) {
        known.put(key, made);
        List<Consumer<Summary>> all = asked.remove(key);
        if (all != null) {
            all.forEach(w -> w.accept(made));
        }
    }

    /** A file that cannot be read gets a card that says so, once. */
    private static Summary made(Made work, Progress p) {
        try {
            return work.with(p);
        } catch (CancellationException e) {
            throw e;
        } catch (IOException | RuntimeException e) {
            return new Summary(
                    say("desktop.gather.Thumbs.cannot-be-read"), String.valueOf(e.getMessage()), null, false);
        }
    }

    private static Snapshot.Shown shown(Scene s) {
        Clip c = s.clips().isEmpty() ? null : s.clips().getFirst();
        return new Snapshot.Shown(s, c, ViewPictures.atOnce());
    }

    private Summary summary(Asset a) {
        Scene s = a.scene();
        Picture p = Snapshot.alone(shown(s), GatherModel.moment(s), palette, WIDTH, HEIGHT);
        return new Summary(GatherModel.facts(s), GatherModel.more(a), Ui.image(p), GatherModel.isCloth(s));
    }
}
