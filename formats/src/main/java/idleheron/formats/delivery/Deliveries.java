package idleheron.formats.delivery;

import idleheron.core.crossing.ExportSelection;
import idleheron.core.job.Progress;
import idleheron.core.kind.Content;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.FileNames;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Order;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Target;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Carries deliveries out: the carrier writes drafts, they are proved, and all are put in place together. */
public final class Deliveries {
    private Deliveries() {}

    /**
     * Writes all files as drafts, reads them back, proves them, and puts them in place together.
     *
     * @param from folder of the file that the scene was read from, where its pictures are; or null
     * @param drafts with leave to replace or not; the caller closes it
     * @throws IOException when a target may not be written, before anything is; or when one cannot be written or does not read
     *     back
     */
    public static Delivery.Outcome write(
            Delivery delivery, Scene scene, @Nullable Path from, Target target, Drafts drafts, Progress progress)
            throws IOException {
        boolean replaces = false;
        for (Path f : files(delivery, scene, target)) {
            replaces |= drafts.replaces(f);
        }
        PictureFiles.Travelling pictures =
                new PictureFiles.Travelling(from, delivery.pictureFolders(), delivery.style(), drafts);
        Scene rest = beside(delivery, scene, target.format());
        if (rest != null) {
            SceneFormat usual = SceneFiles.usual();
            SceneFiles.draft(
                    rest, around(target.file()), usual, usual.variants().getFirst(), drafts, Progress.NONE);
        }
        List<Delivery.Part> parts = new ArrayList<>();
        List<Piece> pieces = Piece.of(delivery, scene, target.file());
        for (int i = 0; i < pieces.size(); i++) {
            Piece one = pieces.get(i);
            Progress own = progress.part((double) i / pieces.size(), (i + 1.0) / pieces.size());
            parts.addAll(target.format()
                    .deliver(new UnderWay(
                            delivery, one.scene(), one.target(), target.variant(), pictures, drafts, own)));
        }
        boolean placed = !replaces || drafts.isTrial() || parts.stream().allMatch(Delivery.Part::sound);
        if (placed) {
            drafts.place();
            drafts.keep();
        }
        return new Delivery.Outcome(parts, placed, pictures.left(), drafts.placings());
    }

    /** The files that {@link #write} would make, the one that is named first. */
    public static List<Path> files(Delivery delivery, Scene scene, Target target) {
        List<Path> out = new ArrayList<>();
        for (Piece one : Piece.of(delivery, scene, target.file())) {
            out.addAll(target.format().files(delivery, one.scene(), one.target()));
        }
        if (beside(delivery, scene, target.format()) != null) {
            out.add(around(target.file()));
        }
        return out;
    }

    /** The scene around a volume, which goes beside it where the carrier holds volumes alone; else null. */
    private static @Nullable Scene beside(Delivery delivery, Scene scene, SceneFormat format) {
        if (!format.holds().equals(Set.of(Content.VOLUME))) {
            return null;
        }
        Scene bare = delivery.cargo().of(scene.withVolumes(List.of()));
        return bare.nodes().isEmpty() ? null : bare;
    }

    /** The file of that scene: the name of the sequence without its number. */
    public static Path around(Path target) {
        String name = FileNames.unnumbered(FileNames.stem(target));
        return target.resolveSibling(name + "." + SceneFiles.usual().endings().getFirst());
    }

    private record UnderWay(
            Delivery delivery,
            Scene scene,
            Path target,
            String variant,
            PictureFiles.Travelling pictures,
            Drafts drafts,
            Progress progress)
            implements Order {
        @Override
        public SceneFormat.ReadScene draft(
                Scene scene, Path target, SceneFormat format, String variant, Progress progress) throws IOException {
            return SceneFiles.draft(scene, target, format, variant, drafts, progress);
        }

        @Override
        public SceneFormat.ReadScene read(Path file, Progress progress) throws IOException {
            return SceneFiles.read(drafts.where(file), progress);
        }

        @Override
        public List<Delivery.Part> inFiles(SceneFormat format) throws IOException {
            List<Path> files = delivery.files(scene, target);
            drafts.check(files);
            Path folder =
                    Objects.requireNonNull(files.getFirst().toAbsolutePath().getParent());
            ExportSelection cargo = delivery.cargo();
            Scene packed = pictures.travel(scene, delivery.travel(format, variant, pictures.moves(folder)), folder);
            drafts.place();
            List<Delivery.Part> out = new ArrayList<>();
            List<String> clips = List.copyOf(delivery.names(scene));
            for (int i = 0; i < files.size(); i++) {
                ExportSelection load = !delivery.clipsApart()
                        ? cargo
                        : i == 0 ? cargo.withClips(Set.of()) : cargo.onlyClip(clips.get(i - 1));
                Scene part = load.of(packed);
                Progress own = progress.part((double) i / files.size(), (i + 1.0) / files.size());
                SceneFormat.Form form = format.form(part, variant);
                SceneFormat.ReadScene back = draft(form.scene(), files.get(i), format, variant, own.part(0, 0.6));
                out.add(delivery.part(files.get(i), form.scene(), back, format.missing(), own.part(0.6, 1))
                        .telling(String.join("; ", form.told())));
            }
            return out;
        }
    }
}
