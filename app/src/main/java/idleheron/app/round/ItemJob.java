package idleheron.app.round;

import static idleheron.core.Messages.say;

import idleheron.app.CheckJob;
import idleheron.app.OpenJob;
import idleheron.app.PrepareJob;
import idleheron.app.SendJob;
import idleheron.app.UsageException;
import idleheron.core.Wording;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Preparation;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.Failures;
import idleheron.formats.disk.FileReads;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Target;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.CancellationException;

/**
 * Does one file of a round: reads it, makes it ready, looks it over as it goes, writes it and proves it.
 *
 * @param overwrite whether what is there may be replaced
 */
record ItemJob(Round round, Round.Deed deed, RoundItem item, boolean overwrite) {
    /**
     * @throws CancellationException when it is stopped
     * @throws OutOfMemoryError when it needs more memory than there is
     */
    FileResult run(Progress progress) {
        try {
            return done(progress);
        } catch (UsageException e) {
            return FileResult.not(item, FileResult.State.FAILED, String.valueOf(e.getMessage()));
        } catch (CancellationException | OutOfMemoryError e) {
            throw e;
        } catch (IOException | RuntimeException | Error e) { // one file takes nobody else with it
            return FileResult.not(
                    item, FileResult.State.FAILED, Failures.sentence(e, say("app.round.ItemJob.batch", item.file())));
        }
    }

    private FileResult done(Progress progress) throws IOException {
        Set<Path> read = new LinkedHashSet<>();
        List<FileResult.Sum> before = sums(SceneFiles.files(item.file()));
        return FileReads.listening(read, () -> {
            Asset asset = OpenJob.of(item.file()).run(progress.part(0, 0.3));
            Preparation ready = new PrepareJob(asset.scene(), deed.recipe().remedies()).run(progress.part(0.3, 0.5));
            Asset goes = asset.with(ready.scene());
            CheckJob.Result found = new CheckJob(goes, List.of(item.file()), deed.to()).run(progress.part(0.5, 0.7));
            Delivery.Outcome sent = send(asset, ready, progress.part(0.7, 1));
            Set<Path> own = new LinkedHashSet<>();
            SceneFiles.files(item.file())
                    .forEach(f -> own.add(f.toAbsolutePath().normalize()));
            List<Path> written =
                    sent.files().stream().map(Drafts.Placing::target).toList();
            List<Path> more = read.stream()
                    .filter(f -> !own.contains(f) && !written.contains(f))
                    .toList();
            return result(ready, found.findings(), sent, whole(before), sums(more));
        });
    }

    private Delivery.Outcome send(Asset asset, Preparation ready, Progress progress) throws IOException {
        Path target = round.folder().resolve(item.target());
        SceneFormat format = round.carrier().isEmpty() ? SceneFiles.named(asset.format()) : SendJob.carrier(target);
        String kind = SendJob.variant(format, target, round.variant().isEmpty() ? null : round.variant());
        SendJob job = new SendJob(
                item.file().toAbsolutePath().getParent(),
                SceneFiles.files(item.file()),
                Delivery.PLAIN.withTolerances(deed.tolerances()).to(deed.to()),
                new Target(target, format, kind),
                overwrite);
        job.check(ready.scene(), item.name());
        return job.run(ready.scene(), progress);
    }

    private FileResult result(
            Preparation ready,
            List<Finding> found,
            Delivery.Outcome sent,
            FileResult.Sum source,
            List<FileResult.Sum> more)
            throws IOException {
        boolean sound = sent.parts().stream().allMatch(Delivery.Part::sound);
        Delivery.Part told = sent.parts().stream()
                .filter(p -> !p.sound())
                .findFirst()
                .orElse(sent.parts().getFirst());
        String verdict = told.proof().verdict().word();
        String text = say(
                "app.round.ItemJob.read-back",
                Wording.counted(ready.steps().size(), "remedy", "remedies")
                        + (ready.steps().isEmpty() ? "" : ", " + ready.effect()),
                verdict,
                (sent.placed() ? "" : say("app.round.ItemJob.so-the-file-that-was-there")));
        Map<String, Integer> codes = new TreeMap<>();
        found.forEach(f -> codes.merge(f.code(), 1, Integer::sum));
        List<FileResult.Sum> sources = new ArrayList<>(List.of(source));
        sources.addAll(more);
        List<Path> written = sent.placed()
                ? sent.files().stream().map(Drafts.Placing::target).sorted().toList()
                : List.of();
        return new FileResult(
                item.name(),
                item.target(),
                sound ? FileResult.State.CLEAN : FileResult.State.FAULTS,
                verdict,
                found.isEmpty() ? FileResult.Worst.NONE : worst(found.getFirst()),
                codes,
                text,
                sources,
                sums(written, round.folder().toAbsolutePath().normalize()));
    }

    private static FileResult.Worst worst(Finding f) {
        return new FileResult.Worst(f.code(), f.severity().word(), f.title() + ": " + f.message());
    }

    /** Of the file, or of all numbered ones together. */
    private FileResult.Sum whole(List<FileResult.Sum> all) {
        long bytes = all.stream().mapToLong(FileResult.Sum::bytes).sum();
        return new FileResult.Sum(item.name(), bytes, Sums.together(all));
    }

    private List<FileResult.Sum> sums(Collection<Path> files) throws IOException {
        return sums(files, round.base().toAbsolutePath().normalize());
    }

    private static List<FileResult.Sum> sums(Collection<Path> files, Path from) throws IOException {
        List<FileResult.Sum> out = new ArrayList<>();
        for (Path f : files) {
            out.add(Sums.of(f, from));
        }
        return out;
    }
}
