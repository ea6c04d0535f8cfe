package idleheron.formats.spi;

import static idleheron.core.Messages.say;

import idleheron.core.compare.Comparison;
import idleheron.core.crossing.ExportSelection;
import idleheron.core.finding.Convention;
import idleheron.core.job.Progress;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.Held;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.FileNames;
import idleheron.formats.disk.SafeNames;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.pictures.PictureStyle;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * How a scene is written: what of it, in how many files, and where its pictures go.
 *
 * @param clipsApart whether each clip goes into a file of its own, {@code NAME_clip.fbx}, beside one without clips
 * @param meshesApart whether each node that shows a mesh goes into a file of its own, {@code NAME_mesh.fbx}
 * @param style what travelling pictures are to be
 * @param layout names and folders, below the folder of the target
 * @param samplesPerFrame of what is baked into a cache
 * @param pictureFolders from where pictures may travel, besides the folder of the scene's file
 * @param tolerances from where on what reads back differs from what was to be written
 */
public record Delivery(
        ExportSelection cargo,
        boolean clipsApart,
        boolean meshesApart,
        PictureFiles.Travel pictures,
        PictureStyle style,
        Convention.Layout layout,
        int samplesPerFrame,
        List<Path> pictureFolders,
        Tolerances tolerances) {
    /** More samples a frame than this are refused. */
    public static final int MOST_PER_FRAME = 1000;

    public Delivery {
        if (samplesPerFrame < 1 || samplesPerFrame > MOST_PER_FRAME) {
            throw new IllegalArgumentException(
                    say("formats.spi.Delivery.samples-a-frame-are-1-to", MOST_PER_FRAME, samplesPerFrame));
        }
        pictureFolders = List.copyOf(pictureFolders);
    }

    public Delivery(
            ExportSelection cargo,
            boolean clipsApart,
            PictureFiles.Travel pictures,
            PictureStyle style,
            Convention.Layout layout) {
        this(cargo, clipsApart, false, pictures, style, layout, 1, List.of(), Tolerances.DEFAULT);
    }

    public Delivery(ExportSelection cargo, boolean clipsApart, PictureFiles.Travel pictures) {
        this(cargo, clipsApart, pictures, PictureStyle.AS_IT_IS, Convention.Layout.PLAIN);
    }

    /** As a destination asks for it: its names, folders and sizes. */
    public Delivery laidOut(Convention.Layout asked) {
        String kind = style.kind();
        int largest = style.largest() > 0 ? style.largest() : asked.pictureSize();
        return new Delivery(
                cargo,
                clipsApart,
                meshesApart,
                pictures,
                new PictureStyle(asked.pictures(), kind, largest),
                asked,
                samplesPerFrame,
                pictureFolders,
                tolerances);
    }

    /** As a destination asks for it, or itself for none: its layout, and clips apart also where it asks for that. */
    public Delivery to(@Nullable Convention place) {
        return place == null
                ? this
                : withClipsApart(clipsApart || place.more().clips().apart())
                        .laidOut(place.more().layout());
    }

    private Delivery withClipsApart(boolean value) {
        return new Delivery(
                cargo, value, meshesApart, pictures, style, layout, samplesPerFrame, pictureFolders, tolerances);
    }

    /**
     * How pictures travel: as was asked, else as the carrier has them.
     *
     * @param moves whether the file goes into another folder than that in which links are looked for
     */
    public PictureFiles.Travel travel(SceneFormat format, String variant, boolean moves) {
        return !cargo.meshes()
                ? PictureFiles.Travel.AS_THEY_ARE
                : pictures == PictureFiles.Travel.AS_THEY_ARE ? format.pictures(variant, moves) : pictures;
    }

    public Delivery withMeshesApart(boolean value) {
        return new Delivery(
                cargo, clipsApart, value, pictures, style, layout, samplesPerFrame, pictureFolders, tolerances);
    }

    public Delivery withSamplesPerFrame(int value) {
        return new Delivery(cargo, clipsApart, meshesApart, pictures, style, layout, value, pictureFolders, tolerances);
    }

    public Delivery withPictureFolders(List<Path> folders) {
        return new Delivery(
                cargo, clipsApart, meshesApart, pictures, style, layout, samplesPerFrame, folders, tolerances);
    }

    public Delivery withTolerances(Tolerances value) {
        return new Delivery(
                cargo, clipsApart, meshesApart, pictures, style, layout, samplesPerFrame, pictureFolders, value);
    }

    /** What was written to a file and read back, both held against each other. */
    public Part part(Path file, Scene sent, SceneFormat.ReadScene back, Progress progress) {
        return part(file, sent, back, Set.of(), progress);
    }

    /**
     * @param missing what the carrier has no place for, which its proof does not hold against it
     */
    public Part part(Path file, Scene sent, SceneFormat.ReadScene back, Set<Held> missing, Progress progress) {
        CompareSettings terms = CompareSettings.USUAL.with(tolerances).without(missing);
        return new Part(file, sent, back, Comparison.of(sent, back.scene(), terms, true, t -> {}, progress), "");
    }

    /** Everything in one file, pictures as they are. */
    public static final Delivery PLAIN = new Delivery(ExportSelection.ALL, false, PictureFiles.Travel.AS_THEY_ARE);

    /**
     * One file of a delivery.
     *
     * @param sent what was to be written
     * @param back what was read back from it
     * @param proof both held against each other
     * @param told what there is to say of its size: "12 frames, 34567 bytes"; or ""
     */
    public record Part(Path file, Scene sent, SceneFormat.ReadScene back, Comparison proof, String told) {
        public Part telling(String value) {
            return new Part(file, sent, back, proof, value);
        }

        /** Whether it reads back without a fault. */
        public boolean sound() {
            return !proof.verdict().isFault();
        }
    }

    /**
     * What became of a delivery.
     *
     * @param placed whether the files are in place; where the proof failed and files would have been replaced, the old ones stay
     * @param left pictures that do not travel, each with the reason
     * @param files what became of every file, pictures too
     */
    public record Outcome(List<Part> parts, boolean placed, List<String> left, List<Drafts.Placing> files) {
        public Outcome {
            parts = List.copyOf(parts);
            left = List.copyOf(left);
            files = List.copyOf(files);
        }
    }

    /** The files that it would make, the one without clips first. */
    public List<Path> files(Scene scene, Path target) {
        List<Path> out = new ArrayList<>(List.of(main(target)));
        if (clipsApart) {
            SafeNames names = new SafeNames();
            names(scene).forEach(c -> out.add(clipFile(target, c, names)));
        }
        return out;
    }

    /** Names of the clips that go. */
    public Set<String> names(Scene scene) {
        Set<String> out = new LinkedHashSet<>();
        for (Clip c : scene.clips()) {
            if (cargo.clips() == null || cargo.clips().contains(c.name())) {
                out.add(c.name());
            }
        }
        return out;
    }

    private Path main(Path target) {
        return layout.file().isEmpty()
                ? target
                : under(target, layout.file().replace("{name}", FileNames.stem(target)));
    }

    private static Path under(Path target, String told) {
        String end = FileNames.end(String.valueOf(target.getFileName()));
        return target.resolveSibling(told.endsWith(end) ? told : told + end);
    }

    private Path clipFile(Path target, String clip, SafeNames names) {
        String pattern = layout.clip().isEmpty() ? "{name}_{clip}" : layout.clip();
        return under(
                target, pattern.replace("{name}", FileNames.stem(target)).replace("{clip}", names.free(clip, "clip")));
    }
}
