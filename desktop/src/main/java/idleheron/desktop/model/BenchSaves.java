package idleheron.desktop.model;

import static idleheron.core.Messages.say;

import idleheron.app.MendJob;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.FileNames;
import idleheron.formats.spi.SceneFormat;
import idleheron.report.RecipeJson;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;

/** What the bench leaves besides what is sent: scenes, the mended file, a recipe. */
public final class BenchSaves {
    private final Bench bench;
    private final Jobs jobs;
    private final Consumer<String> tell;

    BenchSaves(Bench bench, Jobs jobs, Consumer<String> tell) {
        this.bench = bench;
        this.jobs = jobs;
        this.tell = tell;
    }

    /** Writes a scene of its own beside the crossing, whole and read back; the chooser asked before something is replaced. */
    public void scene(Scene scene, Path file) {
        jobs.run(
                "save",
                p -> {
                    SceneFormat format = SceneFiles.byName(file);
                    if (format == null) {
                        throw new IOException(
                                say("desktop.model.BenchSaves.has-the-ending-of-no-carrier", file.getFileName()));
                    }
                    return SceneFiles.write(
                            scene, file, format, format.variants().getFirst(), true, p);
                },
                r -> tell.accept(say("desktop.model.BenchSaves.is-written-and-was-read-back", file.getFileName())));
    }

    /** Writes what came back as it is mended; read back and compared before it is put in place. */
    public void mended(Path file) {
        Crossing c = bench.crossing().get();
        Asset sent = c.sent();
        Asset returned = c.returned();
        if (sent == null || returned == null) {
            return;
        }
        MendJob job = new MendJob(file, true, List.of(Path.of(sent.path()), Path.of(returned.path())));
        boolean meant = bench.asMeant().get();
        jobs.run(
                say("desktop.model.BenchSaves.save-the-mended-file"),
                p -> {
                    job.check();
                    return job.run(sent, returned, c.mends(), c.terms(), meant, p);
                },
                m -> tell.accept(say(
                        "desktop.model.BenchSaves.is-written-and-was-read-back-2",
                        file.getFileName(),
                        m.comparison().verdict().shown())));
    }

    /** Saves the remedies as a recipe beside the file on the bench, under a name that is still free. */
    public void keepRecipe() {
        Crossing c = bench.crossing().get();
        Asset a = c.original();
        if (a == null) {
            return;
        }
        String base = FileNames.stem(a.path());
        String text = recipe();
        jobs.run(
                say("desktop.model.BenchSaves.save-the-recipe"),
                p -> {
                    Path to = FileNames.free(base, ".recipe.json");
                    return Files.writeString(to, text);
                },
                done -> tell.accept(say("desktop.model.BenchSaves.the-recipe-is-in", done)));
    }

    /** The remedies on the bench as the text of a recipe. */
    public String recipe() {
        Crossing c = bench.crossing().get();
        return RecipeJson.text(KeptCrossings.FORM, c.destination(), c.remedies());
    }
}
