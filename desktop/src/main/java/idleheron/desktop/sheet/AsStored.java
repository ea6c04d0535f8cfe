package idleheron.desktop.sheet;

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
                    "What was lost of " + l.asset().name(),
                    "All that the damaged file no longer gives, or gives in part.",
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
                "read the stage",
                p -> layered.look(file, p),
                v -> sheets.show(
                        asset.name() + ", layer by layer",
                        "Each layer has a letter; a prim shows the letters of the layers that speak of it.",
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
                "write " + out.getFileName(),
                p -> layered.flatten(file, prim, out, PictureStyle.AS_IT_IS, false),
                m -> {
                    sheets.close();
                    notice.accept(
                            out.getFileName() + ": " + m.prims() + " prims, " + m.files()
                                    + (m.files() == 1 ? " file" : " files")
                                    + (m.missing().isEmpty()
                                            ? "."
                                            : "; not found: " + String.join(", ", m.missing()) + "."),
                            !m.missing().isEmpty());
                });
    }

    /** The file on the bench, part by part. */
    private void parts() {
        CheckJob.Result l = bench.lookedOver().get();
        if (l != null) {
            Path file = Path.of(l.asset().path());
            jobs.run(
                    "read as stored",
                    p -> SceneFiles.outline(file, p),
                    o -> sheets.show(
                            l.asset().name() + " as stored",
                            o.type() + ", every part with its type and the byte at which it begins.",
                            new OutlineSheet(o)));
        }
    }
}
