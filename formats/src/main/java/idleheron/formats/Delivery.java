package idleheron.formats;

import idleheron.core.compare.Comparison;
import idleheron.core.compare.Tolerances;
import idleheron.core.crossing.Cargo;
import idleheron.core.inspect.Convention;
import idleheron.core.job.Progress;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Scene;
import idleheron.core.volume.Volume;
import idleheron.formats.alembic.AbcFormat;
import idleheron.formats.alembic.CacheDelivery;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.SafeNames;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.openvdb.VdbFormat;
import idleheron.formats.openvdb.VolumeDelivery;
import idleheron.formats.usd.UsdDelivery;
import idleheron.formats.usd.UsdFormat;
import java.io.IOException;
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
 * @param style what travelling pictures are to be
 * @param layout names and folders, below the folder of the target
 * @param samplesPerFrame of what is baked into a cache
 * @param pictureFolders from where pictures may travel, besides the folder of the scene's file
 */
public record Delivery(
        Cargo cargo,
        boolean clipsApart,
        PictureFiles.Travel pictures,
        PictureStyle style,
        Convention.Layout layout,
        int samplesPerFrame,
        List<Path> pictureFolders) {
    public Delivery {
        pictureFolders = List.copyOf(pictureFolders);
    }

    public Delivery(
            Cargo cargo,
            boolean clipsApart,
            PictureFiles.Travel pictures,
            PictureStyle style,
            Convention.Layout layout) {
        this(cargo, clipsApart, pictures, style, layout, 1, List.of());
    }

    public Delivery(Cargo cargo, boolean clipsApart, PictureFiles.Travel pictures) {
        this(cargo, clipsApart, pictures, PictureStyle.AS_IT_IS, Convention.Layout.PLAIN);
    }

    /** As a destination asks for it: its names, folders and sizes. */
    public Delivery laidOut(Convention.Layout asked) {
        String kind = style.kind();
        int largest = style.largest() > 0 ? style.largest() : asked.pictureSize();
        return new Delivery(
                cargo,
                clipsApart,
                pictures,
                new PictureStyle(asked.pictures(), kind, largest),
                asked,
                samplesPerFrame,
                pictureFolders);
    }

    public Delivery withSamplesPerFrame(int value) {
        return new Delivery(cargo, clipsApart, pictures, style, layout, value, pictureFolders);
    }

    public Delivery withPictureFolders(List<Path> folders) {
        return new Delivery(cargo, clipsApart, pictures, style, layout, samplesPerFrame, folders);
    }

    /** Everything in one file, pictures as they are. */
    public static final Delivery PLAIN = new Delivery(Cargo.ALL, false, PictureFiles.Travel.AS_THEY_ARE);

    /**
     * One file of a delivery.
     *
     * @param sent what was to be written
     * @param back what was read back from it
     * @param proof both held against each other
     */
    public record Part(Path file, Scene sent, SceneFormat.ReadScene back, Comparison proof) {
        public static Part of(Path file, Scene sent, SceneFormat.ReadScene back, Progress progress) {
            return new Part(file, sent, back, Comparison.of(sent, back.scene(), Tolerances.DEFAULT, true, progress));
        }

        public boolean sound() {
            return !proof.verdict().isFault();
        }
    }

    /**
     * What became of a delivery.
     *
     * @param placed whether the files are in place; where the proof failed and files would have been replaced, the old ones stay
     * @param left pictures that do not travel, each with the reason
     */
    public record Outcome(List<Part> parts, boolean placed, List<String> left) {
        public Outcome {
            parts = List.copyOf(parts);
            left = List.copyOf(left);
        }
    }

    /** The files that {@link #write} would make, the one without clips first. */
    public List<Path> files(Scene scene, Path target) {
        List<Path> out = new ArrayList<>(List.of(main(target)));
        if (clipsApart) {
            SafeNames names = new SafeNames();
            names(scene).forEach(c -> out.add(clipFile(target, c, names)));
        }
        return out;
    }

    private Set<String> names(Scene scene) {
        Set<String> out = new LinkedHashSet<>();
        for (Clip c : scene.clips()) {
            if (cargo.clips() == null || cargo.clips().contains(c.name())) {
                out.add(c.name());
            }
        }
        return out;
    }

    private static String base(Path target) {
        String name = String.valueOf(target.getFileName());
        int dot = name.lastIndexOf('.');
        return dot < 0 ? name : name.substring(0, dot);
    }

    private static String end(Path target) {
        return String.valueOf(target.getFileName()).substring(base(target).length());
    }

    private Path main(Path target) {
        return layout.file().isEmpty() ? target : under(target, layout.file().replace("{name}", base(target)));
    }

    private static Path under(Path target, String told) {
        String end = end(target);
        return target.resolveSibling(told.endsWith(end) ? told : told + end);
    }

    private Path clipFile(Path target, String clip, SafeNames names) {
        String pattern = layout.clip().isEmpty() ? "{name}_{clip}" : layout.clip();
        return under(target, pattern.replace("{name}", base(target)).replace("{clip}", names.free(clip, "clip")));
    }

    /**
     * Writes all files as drafts, reads them back, proves them, and puts them in place together.
     *
     * @param from folder of the file that the scene was read from, where its pictures are; or null
     * @param drafts with leave to replace or not; the caller closes it
     * @throws IOException when a target may not be written, before anything is; or when one cannot be written or does not read
     *     back
     */
    public Outcome write(
            Scene scene,
            @Nullable Path from,
            Path target,
            SceneFormat format,
            String variant,
            Drafts drafts,
            Progress progress)
            throws IOException {
        boolean replaces = false;
        for (Path f : files(scene, target)) {
            replaces |= drafts.replaces(f);
        }
        PictureFiles.Travelling pictures = new PictureFiles.Travelling(from, pictureFolders, style, drafts);
        List<Part> parts = format instanceof UsdFormat
                ? UsdDelivery.write(this, scene, pictures, target, variant, drafts, progress)
                : !scene.volumes().isEmpty() && format instanceof VdbFormat
                        ? volume(scene, target, variant, drafts, progress)
                        : format instanceof AbcFormat
                                ? cache(scene, target, format, variant, drafts, progress)
                                : files(scene, pictures, target, format, variant, drafts, progress);
        boolean placed = !replaces || parts.stream().allMatch(Part::sound);
        if (placed) {
            drafts.place();
            drafts.keep();
        }
        return new Outcome(parts, placed, pictures.left());
    }

    private List<Part> volume(Scene scene, Path target, String variant, Drafts drafts, Progress progress)
            throws IOException {
        Volume v = scene.volumes().getFirst();
        VolumeDelivery.write(v, scene.stage(), target, VdbFormat.options(variant), drafts, progress.part(0, 0.8));
        Scene bare = cargo.of(scene.withVolumes(List.of()));
        if (!bare.nodes().isEmpty()) {
            String name = base(target).replaceAll("[._-]?#+$", "") + ".fbx";
            Path company = target.resolveSibling(name);
            SceneFiles.draft(bare, company, new FbxFormat(), FbxFormat.BINARY_75, drafts, progress.part(0.8, 0.9));
        }
        drafts.place();
        Scene only = SceneFiles.read(target, progress.part(0.9, 1)).scene();
        long bytes = only.volumes().stream()
                .flatMap(w -> w.frames().stream())
                .mapToLong(Volume.Frame::bytes)
                .sum();
        Scene sent = Scene.bare(scene.name(), scene.stage()).withVolumes(scene.volumes());
        return List.of(
                Part.of(target, sent, new SceneFormat.ReadScene(only, "OpenVDB", variant, bytes), Progress.NONE));
    }

    private List<Part> cache(
            Scene scene, Path target, SceneFormat format, String variant, Drafts drafts, Progress progress)
            throws IOException {
        Scene load = scene.caches().isEmpty()
                ? CacheDelivery.baked(cargo.of(scene), null, null, samplesPerFrame, progress.part(0, 0.4))
                : scene;
        SceneFormat.ReadScene back = SceneFiles.draft(load, target, format, variant, drafts, progress.part(0.4, 0.9));
        return List.of(Part.of(target, load, back, progress.part(0.9, 1)));
    }

    private List<Part> files(
            Scene scene,
            PictureFiles.Travelling travelling,
            Path target,
            SceneFormat format,
            String variant,
            Drafts drafts,
            Progress progress)
            throws IOException {
        List<Path> files = files(scene, target);
        drafts.check(files);
        Path folder = java.util.Objects.requireNonNull(
                files.getFirst().toAbsolutePath().getParent());
        Scene packed = travelling.travel(scene, cargo.meshes() ? pictures : PictureFiles.Travel.AS_THEY_ARE, folder);
        drafts.place();
        List<Part> out = new ArrayList<>();
        List<String> clips = List.copyOf(names(scene));
        for (int i = 0; i < files.size(); i++) {
            Cargo load = !clipsApart ? cargo : i == 0 ? cargo.withClips(Set.of()) : cargo.onlyClip(clips.get(i - 1));
            Scene part = load.of(packed);
            Progress own = progress.part((double) i / files.size(), (i + 1.0) / files.size());
            SceneFormat.ReadScene back =
                    SceneFiles.draft(part, files.get(i), format, variant, drafts, own.part(0, 0.6));
            out.add(Part.of(files.get(i), part, back, own.part(0.6, 1)));
        }
        return out;
    }
}
