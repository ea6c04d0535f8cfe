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
import idleheron.formats.disk.Drafts;
import idleheron.formats.openvdb.VdbFormat;
import idleheron.formats.openvdb.VolumeDelivery;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * How a scene is written as a stage: the layer, its pictures and the files of its volumes beside it, and, where clips go apart,
 * one light layer a clip that lies over the first.
 */
public final class UsdDelivery {
    private UsdDelivery() {}

    /**
     * Drafts of all files, each read back and proved. What others point to is put in place before them.
     *
     * @throws IOException when a target may not be written, before anything is; or when one cannot be written or does not read
     *     back
     */
    public static List<Delivery.Part> write(
            Delivery delivery,
            Scene scene,
            PictureFiles.Travelling pictures,
            Path target,
            String variant,
            Drafts drafts,
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
        drafts.check(all);
        Path folder = Objects.requireNonNull(main.toAbsolutePath().getParent());
        PictureFiles.Travel travel = packed ? PictureFiles.Travel.INSIDE : delivery.pictures();
        Scene load = pictures.travel(
                cargo.of(scene).withVolumes(volumes),
                cargo.meshes() ? travel : PictureFiles.Travel.AS_THEY_ARE,
                folder);
        if (!packed) { // a layer holds no pictures
            load = new PictureFiles.Travelling(null, List.of(), delivery.style(), drafts)
                    .travel(load, PictureFiles.Travel.BESIDE, folder);
        }
        for (Volume v : volumes) {
            VolumeDelivery.write(
                    v,
                    scene.stage(),
                    main.resolveSibling(UsdVolumeWriter.pattern(v)),
                    VdbFormat.options(VdbFormat.BLOSC),
                    drafts,
                    progress.part(0, 0.3));
        }
        drafts.place();
        Scene first = delivery.clipsApart() ? load.withClips(List.of()) : load;
        SceneFormat format = new UsdFormat();
        List<Delivery.Part> out = new ArrayList<>();
        out.add(Delivery.Part.of(
                main,
                first,
                SceneFiles.draft(first, main, format, variant, drafts, progress.part(0.3, 0.6)),
                progress.part(0.6, 0.7)));
        if (files.size() > 1) {
            drafts.place();
        }
        for (int i = 1; i < files.size(); i++) {
            Clip c = load.clips().get(i - 1);
            String asset = "./" + main.getFileName();
            Scene alone =
                    load.withClips(List.of(c)).withStage(load.stage().withRange(c.startSeconds(), c.endSeconds()));
            out.add(Delivery.Part.of(
                    files.get(i), alone, apart(load, c, asset, variant, files.get(i), drafts), Progress.NONE));
        }
        progress.at(1, "written");
        return out;
    }

    /** A light layer as a draft, read back. */
    private static SceneFormat.ReadScene apart(
            Scene scene, Clip clip, String asset, String variant, Path target, Drafts drafts) throws IOException {
        Path draft = drafts.draft(target);
        UsdFormat.writeClip(scene, clip.name(), asset, variant, draft);
        return SceneFiles.read(draft, Progress.NONE);
    }
}
