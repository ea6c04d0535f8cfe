package idleheron.formats;

import idleheron.core.crossing.Cargo;
import idleheron.core.inspect.Convention;
import idleheron.core.job.Progress;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Scene;
import idleheron.core.volume.Volume;
import idleheron.formats.alembic.AbcFormat;
import idleheron.formats.alembic.CacheDelivery;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.openvdb.VdbFormat;
import idleheron.formats.openvdb.VolumeDelivery;
import idleheron.formats.usd.UsdDelivery;
import idleheron.formats.usd.UsdFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
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
 */
public record Delivery(
        Cargo cargo,
        boolean clipsApart,
        PictureFiles.Travel pictures,
        PictureStyle style,
        Convention.Layout layout,
        int samplesPerFrame) {

    public Delivery(
            Cargo cargo,
            boolean clipsApart,
            PictureFiles.Travel pictures,
            PictureStyle style,
            Convention.Layout layout) {
        this(cargo, clipsApart, pictures, style, layout, 1);
    }

    public Delivery(Cargo cargo, boolean clipsApart, PictureFiles.Travel pictures) {
        this(cargo, clipsApart, pictures, PictureStyle.AS_IT_IS, Convention.Layout.PLAIN);
    }

    /** As a destination asks for it: its names, folders and sizes. */
    public Delivery laidOut(Convention.Layout asked) {
        String kind = style.kind();
        int largest = style.largest() > 0 ? style.largest() : asked.pictureSize();
        return new Delivery(
                cargo, clipsApart, pictures, new PictureStyle(asked.pictures(), kind, largest), asked, samplesPerFrame);
    }

    public Delivery withSamplesPerFrame(int value) {
        return new Delivery(cargo, clipsApart, pictures, style, layout, value);
    }

    /** Everything in one file, pictures as they are. */
    public static final Delivery PLAIN = new Delivery(Cargo.ALL, false, PictureFiles.Travel.AS_THEY_ARE);

    /**
     * One file of a delivery.
     *
     * @param sent what was to be written
     * @param back what was read back from it
     */
    public record Part(Path file, Scene sent, SceneFormat.ReadScene back) {}

    /** The files that {@link #write} would make, the one without clips first. */
    public List<Path> files(Scene scene, Path target) {
        List<Path> out = new ArrayList<>(List.of(main(target)));
        if (clipsApart) {
            Set<String> taken = new HashSet<>();
            names(scene).forEach(c -> out.add(clipFile(target, c, taken)));
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

    private Path clipFile(Path target, String clip, Set<String> taken) {
        String safe = clip.replaceAll("[^\\p{L}\\p{N}_-]+", "_");
        String pattern = layout.clip().isEmpty() ? "{name}_{clip}" : layout.clip();
        String named = safe.isBlank() ? "clip" : safe;
        String out = pattern.replace("{name}", base(target)).replace("{clip}", named);
        for (int i = 2; !taken.add(out.toLowerCase(java.util.Locale.ROOT)); i++) {
            out = pattern.replace("{name}", base(target)).replace("{clip}", named + "_" + i);
        }
        return under(target, out);
    }

    /**
     * Writes all files, each beside its target first, each read back.
     *
     * @param from folder of the file that the scene was read from, where its pictures are; or null
     * @throws IOException when a target exists and may not be replaced, before anything is written; or when one cannot be
     *     written or does not read back
     */
    public List<Part> write(
            Scene scene,
            @Nullable Path from,
            Path target,
            SceneFormat format,
            String variant,
            boolean overwrite,
            Progress progress)
            throws IOException {
        if (format instanceof UsdFormat) {
            return UsdDelivery.write(this, scene, from, target, variant, overwrite, progress);
        }
        if (!scene.volumes().isEmpty() && format instanceof VdbFormat) {
            Volume v = scene.volumes().getFirst();
            VolumeDelivery.write(
                    v, scene.stage(), target, VdbFormat.options(variant), overwrite, progress.part(0, 0.8));
            Scene bare = cargo.of(scene.withVolumes(List.of()));
            if (!bare.nodes().isEmpty()) {
                String name = base(target).replaceAll("[._-]?#+$", "") + ".fbx";
                SceneFiles.write(
                        bare,
                        target.resolveSibling(name),
                        new FbxFormat(),
                        FbxFormat.BINARY_75,
                        overwrite,
                        progress.part(0.8, 0.9));
            }
            Scene only = SceneFiles.read(target, progress.part(0.9, 1)).scene();
            long bytes = only.volumes().stream()
                    .flatMap(w -> w.frames().stream())
                    .mapToLong(Volume.Frame::bytes)
                    .sum();
            return List.of(new Part(
                    target,
                    Scene.bare(scene.name(), scene.stage()).withVolumes(scene.volumes()),
                    new SceneFormat.ReadScene(only, format.name(), variant, bytes)));
        }
        if (format instanceof AbcFormat) {
            Scene load = scene.caches().isEmpty()
                    ? CacheDelivery.baked(cargo.of(scene), null, null, samplesPerFrame, progress.part(0, 0.4))
                    : scene;
            return List.of(new Part(
                    target, load, SceneFiles.write(load, target, format, variant, overwrite, progress.part(0.4, 1))));
        }
        List<Path> files = files(scene, target);
        for (Path f : files) {
            if (Files.exists(f) && !overwrite) {
                throw new IOException(f + " is already there; say that it may be replaced");
            }
        }
        for (Path f : files) {
            Files.createDirectories(
                    java.util.Objects.requireNonNull(f.toAbsolutePath().getParent()));
        }
        Path folder = java.util.Objects.requireNonNull(
                files.getFirst().toAbsolutePath().getParent());
        Scene packed = PictureFiles.travel(
                scene, cargo.meshes() ? pictures : PictureFiles.Travel.AS_THEY_ARE, from, folder, style, overwrite);
        List<Part> out = new ArrayList<>();
        List<String> clips = List.copyOf(names(scene));
        for (int i = 0; i < files.size(); i++) {
            Cargo load = !clipsApart ? cargo : i == 0 ? cargo.withClips(Set.of()) : cargo.onlyClip(clips.get(i - 1));
            Scene part = load.of(packed);
            Progress own = progress.part((double) i / files.size(), (i + 1.0) / files.size());
            out.add(new Part(
                    files.get(i), part, SceneFiles.write(part, files.get(i), format, variant, overwrite, own)));
        }
        return out;
    }
}
