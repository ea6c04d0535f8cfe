package idleheron.desktop.sheet;

import static idleheron.core.Messages.say;

import idleheron.app.CheckJob;
import idleheron.core.crossing.Asset;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.Jobs;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.FileNames;
import idleheron.formats.pictures.PictureStyle;
import idleheron.formats.spi.Layered;
import java.nio.file.Path;
import java.util.function.BiConsumer;

/** Shows the file on the bench as it is stored: a stage layer by layer, anything else part by part. */
public final class AsStored {
    private final Bench bench;
    private final Jobs jobs;
    private final Sheets sheets;
    private final BiConsumer<String, Boolean> notice;

    public AsStored(Bench bench, Jobs jobs, Sheets sheets, BiConsumer<String, Boolean> notice) {
        this.bench = bench;
        this.jobs = jobs;
        this.sheets = sheets;
        this.notice = notice;
    }

    /** The file on the bench: a stage with its layers, anything else part by part. */
    public void show() {
        CheckJob.Result l = bench.lookedOver().get();
        if (l == null) {
            return;
        }
        Layered layered = SceneFiles.named(l.asset().format()).layered();
        if (l.asset().scene().isRescued()) {
            sheets.show(
                    say("desktop.sheet.AsStored.what-was-lost-of", l.asset().name()),
                    say("desktop.sheet.AsStored.all-that-the-damaged-file-no"),
                    new LostSheet(l.asset().scene().lost()));
        } else if (layered != null) {
            layers(l.asset(), layered);
        } else {
            parts();
        }
    }

    private void layers(Asset asset, Layered layered) {
        Path file = Path.of(asset.path());
        jobs.run(
                say("desktop.sheet.AsStored.read-the-stage"),
                p -> layered.look(file, p),
                v -> sheets.show(
                        say("desktop.sheet.AsStored.layer-by-layer", asset.name()),
                        say("desktop.sheet.AsStored.each-layer-has-a-letter-a"),
                        new StageSheet(
                                v,
                                new StageSheet.Makes(this::parts, (prim, end) -> flatten(layered, file, prim, end)))));
    }

    /** One file of a stage, beside it. */
    private void flatten(Layered layered, Path file, String prim, String ending) {
        String name = FileNames.stem(file);
        String what = prim.equals("/") ? "_flat" : "_" + prim.substring(prim.lastIndexOf('/') + 1);
        Path out = file.resolveSibling(name + what + "." + ending);
        jobs.run(
                say("desktop.sheet.AsStored.write", out.getFileName()),
                p -> layered.flatten(file, prim, out, PictureStyle.AS_IT_IS, false),
                m -> {
                    sheets.close();
                    notice.accept(
                            say(
                                    "desktop.sheet.AsStored.prims",
                                    out.getFileName(),
                                    m.prims(),
                                    m.files(),
                                    (m.files() == 1
                                            ? say("desktop.sheet.AsStored.file")
                                            : say("desktop.sheet.AsStored.files")),
                                    (m.missing().isEmpty()
                                            ? "."
                                            : say("desktop.sheet.AsStored.not-found", String.join(", ", m.missing())))),
                            !m.missing().isEmpty());
                });
    }

    /** The file on the bench, part by part. */
    private void parts() {
        CheckJob.Result l = bench.lookedOver().get();
        if (l != null) {
            Path file = Path.of(l.asset().path());
            jobs.run(
                    say("desktop.sheet.AsStored.read-as-stored"),
                    p -> SceneFiles.outline(file, p),
                    o -> sheets.show(
                            say("desktop.sheet.AsStored.as-stored", l.asset().name()),
                            say("desktop.sheet.AsStored.every-part-with-its-type-and", o.type()),
                            new OutlineSheet(o)));
        }
    }
}
