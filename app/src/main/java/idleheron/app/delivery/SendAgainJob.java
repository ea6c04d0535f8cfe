package idleheron.app.delivery;

import static idleheron.core.Messages.say;

import idleheron.app.Known;
import idleheron.app.OpenJob;
import idleheron.app.PrepareJob;
import idleheron.app.SendJob;
import idleheron.app.UsageException;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.Drafts;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Target;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * Does a delivery again with its settings: says what differs from last time before anything is written, and writes only files
 * whose bytes change. What is told is what is written: sources are read once.
 *
 * @param list of the delivery
 */
public record SendAgainJob(DeliveryList list) {
    /**
     * What would differ.
     *
     * @param list of the delivery
     * @param ready to go
     * @param now the sources as they were when they were read
     * @param sources that changed since
     * @param touched files of the delivery that somebody changed or took away since
     * @param differences against the files as they lie there, by file
     * @param files what becomes of each
     */
    public record Ahead(
            DeliveryList list,
            Ready ready,
            List<DeliveryList.Listed> now,
            List<Path> sources,
            List<Path> touched,
            List<Difference> differences,
            List<Drafts.Placing> files) {
        /** Whether any file would be written. */
        public boolean anything() {
            return files.stream().anyMatch(f -> f.change() != Drafts.Change.SAME);
        }

        /** Writes what changes of what was told, each file read back and proved, and the list anew. */
        public Delivery.Outcome send(Progress progress) throws IOException {
            Delivery.Outcome done = ready.job.changed(ready.scene, progress);
            if (done.placed()) {
                DeliveryList.of(now, ready.job.target(), list.destination(), list.remedies(), list.settings(), done)
                        .write();
            }
            return done;
        }
    }

    /** A file that is there and would be another one, with the topics over tolerance; none where only bytes differ. */
    public record Difference(Path file, List<TopicResult> topics) {}

    /** What is ready to go. */
    public record Ready(Scene scene, SendJob job) {}

    private Ready ready(Progress progress) throws IOException {
        for (DeliveryList.Listed s : list.sources()) {
            if (!DeliveryList.isThere(s.file())) {
                throw new UsageException(say("app.delivery.SendAgainJob.no-which-the-delivery-was-made", s.file()));
            }
        }
        List<Path> sources =
                list.sources().stream().map(DeliveryList.Listed::file).toList();
        Scene read = new OpenJob(sources, list.settings().rescue())
                .run(progress.part(0, 0.5))
                .scene();
        var to = Known.convention(list.destination().isEmpty() ? null : list.destination());
        SceneFormat format = SendJob.carrier(list.target());
        Scene scene = list.settings().excerpt().of(read);
        SendJob job = new SendJob(
                sources.getFirst().toAbsolutePath().getParent(),
                sources,
                list.settings().delivery(to, scene),
                new Target(list.target(), format, SendJob.variant(format, list.target(), list.variant())),
                true);
        job.check(scene, String.valueOf(sources.getFirst().getFileName()));
        return new Ready(
                new PrepareJob(scene, list.remedies())
                        .run(progress.part(0.5, 1))
                        .scene(),
                job);
    }

    /**
     * Works all of it out and writes nothing.
     *
     * @throws UsageException when a source is gone, or what was asked for cannot be any more
     */
    public Ahead ahead(Progress progress) throws IOException {
        List<DeliveryList.Listed> now = DeliveryList.listed(
                list.sources().stream().map(DeliveryList.Listed::file).toList());
        Ready r = ready(progress.part(0, 0.4));
        Delivery.Outcome tried = r.job.tried(r.scene, progress.part(0.4, 0.7));
        List<Path> sources = list.sources().stream()
                .filter(s -> !now.contains(s))
                .map(DeliveryList.Listed::file)
                .toList();
        List<Path> touched = new ArrayList<>();
        for (DeliveryList.Listed f : list.files()) {
            if (!f.stands()) {
                touched.add(f.file());
            }
        }
        return new Ahead(list, r, now, sources, touched, differences(tried, progress.part(0.7, 1)), tried.files());
    }

    private static List<Difference> differences(Delivery.Outcome tried, Progress progress) throws IOException {
        List<Difference> out = new ArrayList<>();
        for (int i = 0; i < tried.parts().size(); i++) {
            Delivery.Part p = tried.parts().get(i);
            boolean changed = tried.files().stream()
                    .anyMatch(f -> f.change() == Drafts.Change.CHANGED
                            && f.target().equals(p.file().toAbsolutePath().normalize()));
            if (changed) {
                Progress own = progress.part(
                        (double) i / tried.parts().size(),
                        (i + 1.0) / tried.parts().size());
                Scene last = SceneFiles.read(p.file(), own.part(0, 0.5)).scene();
                Comparison c =
                        Comparison.of(last, p.back().scene(), CompareSettings.USUAL, true, t -> {}, own.part(0.5, 1));
                out.add(new Difference(
                        p.file(),
                        c.topics().stream().filter(t -> t.verdict().isFault()).toList()));
            }
        }
        return out;
    }
}
