package idleheron.cli;

import idleheron.core.job.Progress;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.volume.Volume;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.Drafts;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.openvdb.VdbFormat;
import idleheron.formats.openvdb.VdbSequence;
import idleheron.formats.openvdb.VolumeDelivery;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Writes volumes as numbered files, and the scene that goes with them beside them with the same axes and unit. */
final class VolumeConvert {
    private final Path in;
    private final Path target;
    private final String variant;
    private final boolean overwrite;
    private final PrintWriter out;

    VolumeConvert(Path in, Path target, String variant, boolean overwrite, PrintWriter out) {
        this.in = in;
        this.target = target;
        this.variant = variant;
        this.overwrite = overwrite;
        this.out = out;
    }

    /** Only frames from A to B. */
    static Scene cut(Scene scene, @Nullable String frames) {
        if (frames == null) {
            return scene;
        }
        double[] span = SampleCommand.range(frames);
        return scene.withVolumes(scene.volumes().stream()
                .map(v -> v.withFrames(v.frames().stream()
                        .filter(f -> f.number() >= span[0] && f.number() <= span[1])
                        .toList()))
                .toList());
    }

    /**
     * @param company the file of a scene that goes along, or null
     * @param remedies made to the volumes already; those of them that convert the stage are made to the company too
     */
    void write(Scene scene, @Nullable Path company, List<Remedy> remedies) throws IOException {
        if (scene.volumes().size() != 1 || scene.volumes().getFirst().frames().isEmpty()) {
            throw new UsageException("one volume with frames is written at a time; there are "
                    + scene.volumes().size() + ". Name one sequence: smoke.####.vdb");
        }
        Volume v = scene.volumes().getFirst();
        List<Path> read = Files.isDirectory(in)
                ? List.of()
                : VdbSequence.matches(in) ? VolumeDelivery.files(v, in.toAbsolutePath()) : List.of(in);
        Choices.free(VolumeDelivery.files(v, target), overwrite, read);
        long bytes = 0;
        List<VolumeDelivery.Part> parts;
        try (Drafts drafts = new Drafts(overwrite, read)) {
            parts = VolumeDelivery.write(v, scene.stage(), target, VdbFormat.options(variant), drafts, Progress.NONE);
            drafts.place();
            drafts.keep();
        }
        for (VolumeDelivery.Part p : parts) {
            bytes += p.bytes();
        }
        out.println(target + ": OpenVDB " + variant + ", " + parts.size() + " frames, " + bytes
                + " bytes, all voxels read back as they were written");
        if (company != null) {
            beside(company, remedies);
        }
    }

    private void beside(Path company, List<Remedy> remedies) throws IOException {
        Scene s = SceneFiles.read(company, Progress.NONE).scene();
        for (Remedy r : remedies) {
            s = r instanceof ConvertStage ? r.apply(s) : s;
        }
        String name = String.valueOf(target.getFileName()).replaceAll("[._-]?#*\\.vdb$", "") + ".fbx";
        Path file = target.resolveSibling(name);
        SceneFiles.write(s, file, new FbxFormat(), FbxFormat.BINARY_75, overwrite, Progress.NONE);
        out.println(file + ": the scene that goes with it, " + s.stage().axes().describe() + ", "
                + s.stage().unitLabel());
    }
}
