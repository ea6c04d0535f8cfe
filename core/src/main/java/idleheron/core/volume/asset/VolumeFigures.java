package idleheron.core.volume.asset;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.measure.GridSize;
import java.util.List;

/** What is taken of a volume and measured on it, and what of it goes when it is sent. */
final class VolumeFigures {
    private static final double MEGA = 1 << 20;

    private VolumeFigures() {}

    static List<FactGroup> of(Scene scene) {
        Stage s = scene.stage();
        Volume v = scene.volumes().getFirst();
        double dense = 0;
        double half = 0;
        double voxel = 0;
        for (Volume.Frame f : v.sound()) {
            double sum = 0;
            double halves = 0;
            for (GridHeader h : v.headers(f)) {
                GridSize g = GridSize.of(h, 0);
                sum += Double.isNaN(g.dense()) ? 0 : g.dense();
                halves += Double.isNaN(g.denseHalf()) ? 0 : g.denseHalf();
                voxel = Math.max(voxel, h.voxelSize());
            }
            dense = Math.max(dense, sum);
            half = Math.max(half, halves);
        }
        return List.of(
                new FactGroup(
                        say("core.volume.asset.VolumeFigures.as-taken-a-volume-file-need"),
                        List.of(
                                new FactLine(
                                        say("core.volume.asset.VolumeFigures.up"),
                                        s.axes().up().label()),
                                new FactLine(say("core.volume.asset.VolumeFigures.unit"), s.unitLabel()),
                                new FactLine(
                                        say("core.volume.asset.VolumeFigures.rate"),
                                        s.rate().label() + " /s"))),
                new FactGroup(
                        say("core.volume.asset.VolumeFigures.measured"),
                        List.of(
                                new FactLine(say("core.volume.asset.VolumeFigures.frames"), range(v)),
                                new FactLine(
                                        say("core.volume.asset.VolumeFigures.missing"),
                                        Integer.toString(v.missing().size())),
                                new FactLine(
                                        say("core.volume.asset.VolumeFigures.largest-voxel"),
                                        say(
                                                "core.volume.asset.VolumeFigures.mm",
                                                Figure.number(voxel * s.metersPerUnit() * 1000))),
                                new FactLine(
                                        say("core.volume.asset.VolumeFigures.dense-at-most"),
                                        say("core.volume.asset.VolumeFigures.mb", Figure.number(dense / MEGA))),
                                new FactLine(
                                        say("core.volume.asset.VolumeFigures.in-halves"),
                                        say("core.volume.asset.VolumeFigures.mb", Figure.number(half / MEGA))),
                                new FactLine(say("core.volume.asset.VolumeFigures.numbers"), stored(v)))));
    }

    static List<FactGroup> cargo(Scene s) {
        Volume v = s.volumes().getFirst();
        return List.of(
                new FactGroup(
                        "",
                        List.of(
                                new FactLine(
                                        say("core.volume.asset.VolumeFigures.frames"),
                                        Integer.toString(v.sound().size())),
                                new FactLine(say("core.volume.asset.VolumeFigures.range"), range(v)),
                                new FactLine(
                                        say("core.volume.asset.VolumeFigures.missing"),
                                        Integer.toString(v.missing().size())),
                                new FactLine(
                                        say("core.volume.asset.VolumeFigures.axes-and-unit"),
                                        s.stage().axes().describe() + ", "
                                                + s.stage().unitLabel()))),
                new FactGroup(
                        say("core.volume.asset.VolumeFigures.grids"),
                        first(v).stream()
                                .map(h -> new FactLine(
                                        h.name(),
                                        h.typeName() + (h.half() ? say("core.volume.asset.VolumeFigures.halves") : "")))
                                .toList()));
    }

    private static String range(Volume v) {
        return v.padding() == 0 ? "–" : v.first() + " – " + v.last();
    }

    /** The grids of the first frame that can be read, or of the first one. */
    private static List<GridHeader> first(Volume v) {
        return v.headers(v.sound().isEmpty() ? v.frames().getFirst() : v.sound().getFirst());
    }

    private static String stored(Volume v) {
        List<GridHeader> all = v.sound().isEmpty() ? List.of() : first(v);
        long half = all.stream().filter(GridHeader::half).count();
        return half == 0
                ? say("core.volume.asset.VolumeFigures.in-full")
                : half == all.size()
                        ? say("core.volume.asset.VolumeFigures.halves-2")
                        : say("core.volume.asset.VolumeFigures.of-halves", half, all.size());
    }
}
