package idleheron.cli;

import idleheron.core.crossing.Cargo;
import idleheron.core.crossing.Preparation;
import idleheron.core.inspect.Convention;
import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.delivery.Deliveries;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.Failures;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Makes many files ready by one recipe, several at a time. */
@Command(
        name = "batch",
        mixinStandardHelpOptions = true,
        description = "Makes files, or all files of folders, ready by one recipe.")
@SuppressWarnings("NullAway.Init")
final class BatchCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(paramLabel = "FILE|FOLDER", arity = "1..*")
    List<Path> in = new ArrayList<>();

    @Option(names = "--recipe", paramLabel = "RECIPE", required = true, description = "remedies in order, as JSON")
    Path recipe;

    @Option(names = "--out", paramLabel = "FOLDER", required = true, description = "where they go, under their names")
    Path out;

    @Option(names = "--variant", paramLabel = "VARIANT", description = "such as \"binary 7.4\"")
    @Nullable
    String variant;

    @Option(names = "--overwrite", description = "targets may be replaced")
    boolean overwrite;

    private enum State {
        CLEAN,
        FAULTS,
        UNREADABLE
    }

    private record Done(State state, String text) {}

    @Override
    public Integer call() throws IOException {
        Recipe r = Recipe.read(recipe);
        List<Path> files = files();
        Set<String> names = new HashSet<>();
        for (Path f : files) {
            if (!names.add(String.valueOf(f.getFileName()))) {
                throw new UsageException("two files are called " + f.getFileName());
            }
            Path target = out.resolve(String.valueOf(f.getFileName()));
            if (Files.exists(target) && !overwrite) {
                throw new UsageException(target + " is already there; --overwrite replaces it");
            }
        }
        Done[] done = new Done[files.size()];
        Cores.each(done.length, i -> done[i] = one(files.get(i), files, r));
        PrintWriter writer = spec.commandLine().getOut();
        int[] count = new int[State.values().length];
        for (int i = 0; i < done.length; i++) {
            writer.println(files.get(i).getFileName() + ": " + done[i].text());
            count[done[i].state().ordinal()]++;
        }
        writer.println(done.length + " files: " + count[0] + " clean, " + count[1] + " with faults, " + count[2]
                + " not read");
        return count[2] > 0 ? Main.UNREADABLE : count[1] > 0 ? Main.FAULTS : Main.CLEAN;
    }

    /** Files as they are named, and those of folders that some carrier knows by their ending, in the order of their names. */
    private List<Path> files() throws IOException {
        List<Path> all = new ArrayList<>();
        for (Path p : in) {
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
        return all;
    }

    /** With the names, folders and clips apart that the destination of the recipe asks for. */
    private static Delivery delivery(@Nullable Convention to) {
        return to == null
                ? Delivery.PLAIN
                : new Delivery(Cargo.ALL, to.more().clipsApart(), PictureFiles.Travel.AS_THEY_ARE)
                        .laidOut(to.more().layout());
    }

    private Done one(Path file, List<Path> files, Recipe r) {
        try {
            SceneFormat.ReadScene read = SceneFiles.read(file, Progress.NONE);
            Preparation ready = Choices.prepared(read.scene(), r.remedies());
            Scene scene = ready.scene();
            SceneFormat format = SceneFiles.named(read.format());
            String kind = variant == null ? format.variants().getFirst() : variant;
            Path target = out.resolve(String.valueOf(file.getFileName()));
            try (Drafts drafts = new Drafts(overwrite, files)) {
                Delivery delivery = delivery(r.destination());
                Delivery.Outcome done = Deliveries.write(
                        delivery,
                        scene,
                        file.toAbsolutePath().getParent(),
                        target,
                        format,
                        kind,
                        drafts,
                        Progress.NONE);
                boolean sound = done.parts().stream().allMatch(Delivery.Part::sound);
                String text = r.remedies().size() + " remedies, " + ready.effect() + ", read back "
                        + done.parts().getFirst().proof().verdict().word()
                        + (done.placed() ? "" : ", so the file that was there is kept");
                return new Done(sound ? State.CLEAN : State.FAULTS, text);
            }
        } catch (UsageException e) {
            return new Done(State.UNREADABLE, String.valueOf(e.getMessage()));
        } catch (IOException | RuntimeException | Error e) { // one file takes nobody else with it
            return new Done(State.UNREADABLE, Failures.sentence(e, "batch " + file));
        }
    }
}
