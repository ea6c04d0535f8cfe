package idleheron.app;

import idleheron.core.crossing.Asset;
import idleheron.core.crossing.ExportSelection;
import idleheron.core.crossing.Preparation;
import idleheron.core.finding.Convention;
import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.Failures;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Target;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Makes many files ready by one recipe, several at a time.
 *
 * @param inputs files, or folders of which all files go that some carrier knows by their ending
 * @param out the folder they go to, under their names
 * @param variant of the carrier, or null for the usual one
 */
public record BatchJob(
        List<Path> inputs,
        Recipe recipe,
        Path out,
        @Nullable String variant,
        boolean overwrite) {
    public BatchJob {
        inputs = List.copyOf(inputs);
    }

    /** What became of one file. */
    public enum State {
        CLEAN,
        FAULTS,
        UNREADABLE
    }

    /**
     * What became of one file.
     *
     * @param text in a few words
     */
    public record Done(Path file, State state, String text) {}

    /**
     * All files, in the order of their names.
     *
     * @throws UsageException when there are none, when two would go to the same place, or when a target is there and may not be
     *     replaced
     */
    public List<Path> files() throws IOException {
        List<Path> all = new ArrayList<>();
        for (Path p : inputs) {
            if (Files.isDirectory(p)) {
                try (Stream<Path> inside = Files.list(p)) {
                    inside.filter(f -> Files.isRegularFile(f) && SceneFiles.byName(f) != null)
                            .sorted()
                            .forEach(all::add);
                }
            } else {
                all.add(p);
            }
        }
        if (all.isEmpty()) {
            throw new UsageException("there is no file to make ready");
        }
        Set<String> names = new HashSet<>();
        for (Path f : all) {
            if (!names.add(String.valueOf(f.getFileName()))) {
                throw new UsageException("two files are called " + f.getFileName());
            }
        }
        SendJob.free(all.stream().map(this::target).toList(), overwrite, all);
        return all;
    }

    private Path target(Path file) {
        return out.resolve(String.valueOf(file.getFileName()));
    }

    /** Goes through all files; one that fails takes nobody else with it. */
    public List<Done> run(Progress progress) throws IOException {
        List<Path> files = files();
        @Nullable Done[] done = new Done[files.size()];
        Cores.each(done.length, i -> {
            progress.at((double) i / done.length, String.valueOf(files.get(i).getFileName()));
            done[i] = one(files.get(i), files);
        });
        return Stream.of(done).map(java.util.Objects::requireNonNull).toList();
    }

    private Done one(Path file, List<Path> all) {
        try {
            Asset asset = OpenJob.of(file).run(Progress.NONE);
            Preparation ready = new PrepareJob(asset.scene(), recipe.remedies()).run(Progress.NONE);
            SceneFormat format = SceneFiles.named(asset.format());
            String kind = variant == null ? format.variant(target(file)) : variant;
            Path folder = file.toAbsolutePath().getParent();
            Delivery.Outcome done = new SendJob(
                            folder, all, delivery(), new Target(target(file), format, kind), overwrite)
                    .run(ready.scene(), Progress.NONE);
            boolean sound = done.parts().stream().allMatch(Delivery.Part::sound);
            String text = recipe.remedies().size() + " remedies, " + ready.effect() + ", read back "
                    + done.parts().getFirst().proof().verdict().word()
                    + (done.placed() ? "" : ", so the file that was there is kept");
            return new Done(file, sound ? State.CLEAN : State.FAULTS, text);
        } catch (UsageException e) {
            return new Done(file, State.UNREADABLE, String.valueOf(e.getMessage()));
        } catch (IOException | RuntimeException | Error e) { // one file takes nobody else with it
            return new Done(file, State.UNREADABLE, Failures.sentence(e, "batch " + file));
        }
    }

    /** With the names, folders and clips apart that the destination of the recipe asks for. */
    private Delivery delivery() {
        Convention to = recipe.destination();
        return to == null
                ? Delivery.PLAIN
                : new Delivery(ExportSelection.ALL, to.more().clips().apart(), PictureFiles.Travel.AS_THEY_ARE)
                        .laidOut(to.more().layout());
    }
}
