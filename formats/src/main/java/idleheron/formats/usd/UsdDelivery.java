package idleheron.formats.usd;

import static idleheron.core.Messages.say;

import idleheron.core.crossing.ExportSelection;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.Volume;
import idleheron.formats.disk.Drafts;
import idleheron.formats.openvdb.VdbFormat;
import idleheron.formats.openvdb.VolumeDelivery;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Order;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.usd.write.UsdVolumeWriter;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * How a scene is written as a stage: the layer, its pictures and the files of its volumes beside it, and, where clips go apart,
 * one light layer a clip that lies over the first.
 */
final class UsdDelivery {
    private UsdDelivery() {}

    /** The layer, layers of clips, and files of volumes. */
    static List<Path> files(Delivery delivery, Scene scene, Path target) {
        boolean packed = new UsdFormat().variant(target).equals(UsdFormat.PACKAGE);
        return files(delivery, scene, target, packed ? List.of() : scene.volumes());
    }

    private static List<Path> files(Delivery delivery, Scene scene, Path target, List<Volume> volumes) {
        List<Path> all = new ArrayList<>(delivery.files(scene, target));
        for (Volume v : volumes) {
            all.addAll(VolumeDelivery.files(v, all.getFirst().resolveSibling(UsdVolumeWriter.pattern(v))));
        }
        return all;
    }

    /**
     * Drafts of all files, each read back and proved. What others point to is put in place before them.
     *
     * @throws IOException when a target may not be written, before anything is; or when one cannot be written or does not read
     *     back
     */
    static List<Delivery.Part> write(Order order, UsdFormat format) throws IOException {
        Delivery delivery = order.delivery();
        Scene scene = order.scene();
        String variant = order.variant();
        Drafts drafts = order.drafts();
        Progress progress = order.progress();
        List<Path> files = delivery.files(scene, order.target());
        Path main = files.getFirst();
        boolean packed = variant.equals(UsdFormat.PACKAGE);
        if (packed && delivery.clipsApart()) {
            throw new IOException(say("formats.usd.UsdDelivery.a-package-is-one-file-clips"));
        }
        ExportSelection cargo = delivery.cargo();
        List<Volume> volumes = packed ? List.of() : scene.volumes();
        drafts.check(files(delivery, scene, order.target(), volumes));
        Path folder = Objects.requireNonNull(main.toAbsolutePath().getParent());
        Scene load = order.pictures()
                .travel(
                        cargo.of(scene).withVolumes(volumes),
                        packed && cargo.meshes()
                                ? PictureFiles.Travel.INSIDE
                                : delivery.travel(
                                        format, variant, order.pictures().moves(folder)),
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
        List<Delivery.Part> out = new ArrayList<>();
        out.add(order.delivery()
                .part(
                        main,
                        first,
                        order.draft(first, main, format, variant, progress.part(0.3, 0.6)),
                        format.missing(),
                        progress.part(0.6, 0.7)));
        if (files.size() > 1) {
            drafts.place();
        }
        for (int i = 1; i < files.size(); i++) {
            Clip c = load.clips().get(i - 1);
            String asset = "./" + main.getFileName();
            Scene alone =
                    load.withClips(List.of(c)).withStage(load.stage().withRange(c.startSeconds(), c.endSeconds()));
            out.add(order.delivery()
                    .part(
                            files.get(i),
                            alone,
                            apart(order, load, c, asset, files.get(i)),
                            format.missing(),
                            Progress.NONE));
        }
        progress.at(1, say("formats.usd.UsdDelivery.written"));
        return out;
    }

    /** A light layer as a draft, read back. */
    private static SceneFormat.ReadScene apart(Order order, Scene scene, Clip clip, String asset, Path target)
            throws IOException {
        Path draft = order.drafts().draft(target);
        UsdFormat.writeClip(scene, clip.name(), asset, order.variant(), draft);
        return order.read(draft, Progress.NONE);
    }
}
