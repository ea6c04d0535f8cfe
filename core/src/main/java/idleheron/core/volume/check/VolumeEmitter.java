package idleheron.core.volume.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.job.Progress;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.measure.EmitterGap;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * Whether a volume stays with what emits it: the mesh of that name, or the one that it touches in some frame.
 *
 * @param mesh name of the emitter
 * @param rows per frame how far it is
 */
public record VolumeEmitter(String mesh, List<Row> rows) {
    private static final double VOXELS = 2;

    public VolumeEmitter {
        rows = List.copyOf(rows);
    }

    /**
     * One frame.
     *
     * @param gap least distance from the emitter's surface to the active region, stage units
     * @param centres distance from middle to middle, stage units
     * @param voxel edge of a voxel, stage units
     */
    public record Row(int frame, double gap, double centres, double voxel) {
        boolean touches() {
            return gap <= VOXELS * voxel;
        }
    }

    /** Null where the scene has no mesh, or none that the volume belongs to. */
    public static @Nullable VolumeEmitter of(Scene scene, Volume volume, Progress progress) {
        Pose pose = new Pose(scene);
        List<Surface> surfaces = Surface.all(pose);
        if (surfaces.isEmpty()) {
            return null;
        }
        Clip clip = scene.clips().isEmpty() ? null : scene.clips().getFirst();
        List<List<Row>> rows = new ArrayList<>();
        surfaces.forEach(s -> rows.add(new ArrayList<>()));
        List<Volume.Frame> frames = volume.sound();
        for (int i = 0; i < frames.size(); i++) {
            progress.at(
                    (double) i / frames.size(),
                    say("core.volume.check.VolumeEmitter.holding-the-volume-against-its-emitter"));
            Grid g = fog(volume, frames.get(i));
            if (g == null) {
                continue;
            }
            pose.at(clip, scene.stage().rate().seconds(frames.get(i).number()));
            double[] size = g.map().voxelSize();
            for (int s = 0; s < surfaces.size(); s++) {
                surfaces.get(s).deform(pose, new Matrix4d());
                EmitterGap.Gap gap = EmitterGap.of(g, doubles(surfaces.get(s).points()));
                rows.get(s)
                        .add(new Row(
                                frames.get(i).number(),
                                gap.gap(),
                                gap.centres(),
                                Math.max(size[0], Math.max(size[1], size[2]))));
            }
        }
        return chosen(surfaces, rows);
    }

    private static @Nullable VolumeEmitter chosen(List<Surface> surfaces, List<List<Row>> rows) {
        VolumeEmitter best = null;
        long most = 0;
        for (int s = 0; s < surfaces.size(); s++) {
            String name = surfaces.get(s).mesh().name();
            long touching = rows.get(s).stream().filter(Row::touches).count();
            boolean named = name.toLowerCase(Locale.ROOT).contains("emit");
            if (named && !rows.get(s).isEmpty()) {
                return new VolumeEmitter(name, rows.get(s));
            }
            if (touching > most) {
                most = touching;
                best = new VolumeEmitter(name, rows.get(s));
            }
        }
        return best;
    }

    private static @Nullable Grid fog(Volume volume, Volume.Frame frame) {
        for (GridHeader h : volume.headers(frame)) {
            if (h.type() != null && h.gridClass().equals(Grid.FOG)) {
                try {
                    return volume.grid(frame, h.label(), Progress.NONE);
                } catch (IOException e) {
                    return null; // told where voxels are surveyed
                }
            }
        }
        return null;
    }

    private static double[] doubles(float[] points) {
        double[] out = new double[points.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = points[i];
        }
        return out;
    }

    /** The frame where it is furthest off, or null where it stays with its emitter. */
    public @Nullable Row worst() {
        Row out = null;
        for (Row r : rows) {
            if (!r.touches() && (out == null || r.gap > out.gap)) {
                out = r;
            }
        }
        return out;
    }

    /** Adds a finding where it comes off. */
    static void look(Scene scene, Volume volume, Progress progress, List<Finding> out) {
        VolumeEmitter e = of(scene, volume, progress);
        Row w = e == null ? null : e.worst();
        if (e == null || w == null) {
            return;
        }
        double meters = scene.stage().metersPerUnit();
        boolean never = e.rows.stream().noneMatch(Row::touches);
        out.add(Finding.of("volume-off-emitter", Severity.BREAKS, Topic.VOLUMES)
                .says(
                        never
                                ? say("core.volume.check.VolumeEmitter.the-volume-does-not-touch-its")
                                : say("core.volume.check.VolumeEmitter.the-volume-comes-off-its-emitter"),
                        say(
                                "core.volume.check.VolumeEmitter.in-frame-lies-mm-from-m",
                                w.frame,
                                volume.name(),
                                Figure.number(w.gap * meters * 1000),
                                e.mesh,
                                Figure.number(w.centres * meters)))
                .measured(new Figure(w.gap * meters * 1000, "mm", volume.name(), "", w.frame))
                .atNode(scene.find(e.mesh))
                .because(
                        never
                                ? say("core.volume.check.VolumeEmitter.another-unit-another-up-axis-or")
                                : say("core.volume.check.VolumeEmitter.the-emitter-moved-after-the-bake")));
    }
}
