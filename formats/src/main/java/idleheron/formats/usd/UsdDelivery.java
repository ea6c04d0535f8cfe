package idleheron.formats.usd;

import idleheron.core.crossing.Cargo;
import idleheron.core.job.Progress;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Scene;
import idleheron.core.volume.Volume;
import idleheron.formats.Delivery;
import idleheron.formats.PictureFiles;
import idleheron.formats.SceneFiles;
import idleheron.formats.SceneFormat;
import idleheron.formats.WorkFiles;
import idleheron.formats.openvdb.VdbFormat;
import idleheron.formats.openvdb.VolumeDelivery;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * How a scene is written as a stage: the layer, its pictures and the files of its volumes beside it, and, where clips go apart,
 * one light layer a clip that lies over the first.
 */
public final class UsdDelivery {
    private UsdDelivery() {}

    /**
     * @param from folder of the file that the scene was read from, where its pictures are; or null
     * @throws IOException when a target exists and may not be replaced, before anything is written; or when one cannot be
     *     written or does not read back
     */
    public static List<Delivery.Part> write(
            Delivery delivery,
            Scene scene,
            @Nullable Path from,
            Path target,
            String variant,
            boolean overwrite,
            Progress progress)
            throws IOException {
        List<Path> files = delivery.files(scene, target);
        Path main = files.getFirst();
        boolean packed = variant.equals(UsdFormat.PACKAGE);
        if (packed && delivery.clipsApart()) {
            throw new IOException("a package is one file; clips that go apart need a crate or a text");
        }
        List<Path> all = new ArrayList<>(files);
        Cargo cargo = delivery.cargo();
        List<Volume> volumes = packed ? List.of() : scene.volumes();
        for (Volume v : volumes) {
            all.addAll(VolumeDelivery.files(v, main.resolveSibling(UsdVolumeWriter.pattern(v))));
        }
        for (Path f : all) {
            if (Files.exists(f) && !overwrite) {
                throw new IOException(f + " is already there; say that it may be replaced");
            }
        }
        Path folder = Objects.requireNonNull(main.toAbsolutePath().getParent());
        Files.createDirectories(folder);
        PictureFiles.Travel travel = packed ? PictureFiles.Travel.INSIDE : delivery.pictures();
        Scene load = PictureFiles.travel(
                cargo.of(scene).withVolumes(volumes),
                cargo.meshes() ? travel : PictureFiles.Travel.AS_THEY_ARE,
                from,
                folder,
                delivery.style(),
                overwrite);
        for (Volume v : volumes) {
            VolumeDelivery.write(
                    v,
                    scene.stage(),
                    main.resolveSibling(UsdVolumeWriter.pattern(v)),
                    VdbFormat.options(VdbFormat.BLOSC),
                    overwrite,
                    progress.part(0, 0.3));
        }
        Scene first = delivery.clipsApart() ? load.withClips(List.of()) : load;
        SceneFormat format = new UsdFormat();
        List<Delivery.Part> out = new ArrayList<>();
        out.add(new Delivery.Part(
                main, first, SceneFiles.write(first, main, format, variant, overwrite, progress.part(0.3, 0.6))));
        for (int i = 1; i < files.size(); i++) {
            Clip c = load.clips().get(i - 1);
            String asset = "./" + main.getFileName();
            out.add(new Delivery.Part(
                    files.get(i),
                    load.withClips(List.of(c)).withStage(load.stage().withRange(c.startSeconds(), c.endSeconds())),
                    apart(load, c, asset, variant, files.get(i))));
        }
        progress.at(1, "written");
        return out;
    }

    /** A light layer, written beside its target, read back, and only then put in its place. */
    private static SceneFormat.ReadScene apart(Scene scene, Clip clip, String asset, String variant, Path target)
            throws IOException {
        Path draft = target.resolveSibling(".heron-" + UUID.randomUUID() + ".part");
        try {
            UsdFormat.writeClip(scene, clip.name(), asset, variant, draft);
            SceneFormat.ReadScene back = SceneFiles.read(draft, Progress.NONE);
            WorkFiles.replace(draft, target);
            return back;
        } finally {
            Files.deleteIfExists(draft);
        }
    }
}
