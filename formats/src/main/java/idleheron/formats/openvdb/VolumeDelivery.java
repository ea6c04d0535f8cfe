package idleheron.formats.openvdb;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.GridMetadata;
import idleheron.core.volume.Volume;
import idleheron.core.volume.tree.GridChecksums;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.Failures;
import idleheron.formats.openvdb.coding.VdbWriter;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Order;
import idleheron.formats.spi.SceneFormat;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;

/** Writes a volume as numbered files, each beside its target first, each read back and held against what was to be written. */
public final class VolumeDelivery {
    private VolumeDelivery() {}

    /**
     * One file that was written.
     *
     * @param voxels active voxels of all its grids, read back
     * @param proved whether all values came back bit for bit, halves aside
     */
    public record Part(Path file, int frame, long bytes, long voxels, boolean proved) {}

    /** The files that {@link #write} would make. */
    public static List<Path> files(Volume volume, Path target) {
        List<Path> out = new ArrayList<>();
        for (Volume.Frame f : volume.sound()) {
            out.add(target.resolveSibling(name(volume, f, target)));
        }
        return out;
    }

    /**
     * The volume of an order, read back as a whole and held against what was sent.
     *
     * @param carrier the name that is told of it
     * @throws IOException when there is not one volume with frames, a target may not be written, or one cannot be written or does
     *     not read back
     */
    static List<Delivery.Part> deliver(Order order, String carrier) throws IOException {
        Scene scene = order.scene();
        if (scene.volumes().size() != 1 || scene.volumes().getFirst().frames().isEmpty()) {
            throw new IOException(say(
                    "formats.openvdb.VolumeDelivery.one-volume-with-frames-is-written",
                    scene.volumes().size()));
        }
        Progress p = order.progress();
        List<Part> frames = write(
                scene.volumes().getFirst(),
                scene.stage(),
                order.target(),
                VdbFormat.options(order.variant()),
                order.drafts(),
                p.part(0, 0.8));
        order.drafts().place();
        Path first = frames.getFirst().file();
        Path whole = frames.size() > 1 ? VdbSequence.around(first) : first;
        Scene only = order.read(whole, p.part(0.9, 1)).scene();
        long bytes = frames.stream().mapToLong(Part::bytes).sum();
        Scene sent = Scene.bare(scene.name(), scene.stage()).withVolumes(scene.volumes());
        SceneFormat.ReadScene back = new SceneFormat.ReadScene(only, carrier, order.variant(), bytes);
        return List.of(order.delivery()
                .part(order.target(), sent, back, Progress.NONE)
                .telling(say("formats.openvdb.VolumeDelivery.bytes", Wording.counted(frames.size(), "frame"), bytes)));
    }

    private static String name(Volume v, Volume.Frame f, Path target) {
        String pattern = String.valueOf(target.getFileName());
        boolean alone = v.frames().size() == 1 && !pattern.contains("#");
        return alone ? pattern : VdbSequence.fileName(pattern, f.number(), Math.max(1, v.padding()));
    }

    /**
     * All frames, put in place together. Frames that cannot be read are left out.
     *
     * @param target file name with # for the digits of the frame
     * @throws IOException when a target exists and may not be replaced, before anything is written; or when one cannot be
     *     written or does not read back
     */
    public static List<Part> write(
            Volume volume, Stage stage, Path target, VdbWriter.Options options, boolean overwrite, Progress progress)
            throws IOException {
        try (Drafts drafts = new Drafts(overwrite)) {
            List<Part> out = write(volume, stage, target, options, drafts, progress);
            drafts.place();
            drafts.keep();
            return out;
        }
    }

    /**
     * As {@link #write(Volume, Stage, Path, VdbWriter.Options, boolean, Progress)}, as drafts that the caller puts in place.
     *
     * @throws IOException when a target may not be written, or a draft cannot be or does not read back
     */
    public static List<Part> write(
            Volume volume, Stage stage, Path target, VdbWriter.Options options, Drafts drafts, Progress progress)
            throws IOException {
        List<Path> files = files(volume, target);
        if (files.stream().distinct().count() < files.size()) {
            throw new IOException(say("formats.openvdb.VolumeDelivery.several-frames-would-go-into-one", target));
        }
        drafts.check(files);
        Run run = new Run(volume, stage, options, drafts);
        List<Part> out = new ArrayList<>();
        List<Volume.Frame> frames = volume.sound();
        for (int i = 0; i < frames.size(); i++) {
            Progress own = progress.part((double) i / frames.size(), (i + 1.0) / frames.size());
            out.add(run.frame(frames.get(i), files.get(i), own));
        }
        return out;
    }

    /** What is the same for all frames. */
    private record Run(Volume volume, Stage stage, VdbWriter.Options options, Drafts drafts) {
        Part frame(Volume.Frame frame, Path file, Progress progress) throws IOException {
            List<Grid> grids = new ArrayList<>();
            for (GridHeader h : volume.headers(frame)) {
                if (h.type() == null) {
                    throw new IOException(say(
                            "formats.openvdb.VolumeDelivery.a-grid-of-type-cannot-be",
                            frame.file(),
                            h.typeName(),
                            h.name()));
                }
                grids.add(volume.grid(frame, h.label(), progress.part(0, 0.3)));
            }
            GridMetadata m = VdbFormat.declaring(stage);
            Path draft = drafts.draft(file);
            try (OutputStream out =
                    new BufferedOutputStream(Files.newOutputStream(draft, StandardOpenOption.CREATE_NEW), 1 << 20)) {
                new VdbWriter(options).write(grids, m, out, progress.part(0.3, 0.7));
            } catch (IOException e) {
                throw Failures.written(file, e);
            }
            return prove(grids, draft, file, frame.number(), progress.part(0.7, 1));
        }
    }

    private static Part prove(List<Grid> sent, Path draft, Path file, int frame, Progress progress) throws IOException {
        Volume.Frame back = VdbFrames.read(draft, frame);
        long voxels = 0;
        boolean proved = back.headers().size() == sent.size();
        for (int g = 0; g < sent.size() && proved; g++) {
            GridHeader h = back.headers().get(g);
            Grid read = back.source().read(h.label(), progress);
            voxels += h.voxels();
            boolean half = sent.get(g).half() && sent.get(g).type().real();
            proved = half
                    ? GridChecksums.of(read.tree()).nodes()
                            == GridChecksums.of(sent.get(g).tree()).nodes()
                    : GridChecksums.of(read.tree())
                            .equals(GridChecksums.of(sent.get(g).tree()));
        }
        if (!proved) {
            throw new IOException(say("formats.openvdb.VolumeDelivery.does-not-read-back-as-it", file));
        }
        return new Part(file, frame, Files.size(draft), voxels, true);
    }
}
