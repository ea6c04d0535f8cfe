package idleheron.desktop.inspect;

import idleheron.core.Figure;
import idleheron.core.crossing.Asset;
import idleheron.core.scene.Stage;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.measure.GridSize;
import idleheron.desktop.widget.Ui;
import java.util.List;
import javafx.scene.Node;

/** What a volume holds, as a table, as a line and as a list of facts. */
final class VolumeFacts {
    private static final double MEGA = 1 << 20;

    private VolumeFacts() {}

    static List<Node> facts(Asset a) {
        Stage s = a.scene().stage();
        Volume v = a.scene().volumes().getFirst();
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
                Ui.label("As taken: a volume file need not say", "small"),
                Ui.fact("up", s.axes().up().label()),
                Ui.fact("unit", s.unitLabel()),
                Ui.fact("rate", s.rate().label() + " /s"),
                Ui.fact("file", a.format() + " " + a.variant()),
                Ui.label(" ", "small"),
                Ui.label("Measured", "small"),
                Ui.fact("frames", v.padding() == 0 ? "–" : v.first() + " – " + v.last()),
                Ui.fact("missing", Integer.toString(v.missing().size())),
                Ui.fact("largest voxel", Figure.number(voxel * s.metersPerUnit() * 1000) + " mm"),
                Ui.fact("dense, at most", Figure.number(dense / MEGA) + " MB"),
                Ui.fact("in halves", Figure.number(half / MEGA) + " MB"),
                Ui.fact("on disk", Ui.bytes(a.bytes())),
                Ui.fact("numbers", stored(v)));
    }

    private static String stored(Volume v) {
        List<GridHeader> all =
                v.sound().isEmpty() ? List.of() : v.headers(v.sound().getFirst());
        long half = all.stream().filter(GridHeader::half).count();
        return half == 0 ? "in full" : half == all.size() ? "halves" : half + " of " + all.size() + " halves";
    }
}
