package idleheron.core.volume.asset;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.scene.Scene;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.tree.IndexBox;
import java.util.ArrayList;
import java.util.List;

/** What volumes hold, as a table. */
final class VolumeTables {
    private VolumeTables() {}

    /** One row per grid and frame. */
    static Evidence grids(Scene s) {
        List<Evidence.Row> rows = new ArrayList<>();
        for (Volume v : s.volumes()) {
            for (Volume.Frame f : v.frames()) {
                double seconds =
                        v.padding() == 0 ? Double.NaN : s.stage().rate().seconds(f.number());
                if (f.isBroken()) {
                    rows.add(new Evidence.Row(
                            f.file(),
                            -1,
                            -1,
                            -1,
                            seconds,
                            true,
                            List.of((double) f.number(), f.fault(), "–", "–", "–")));
                }
                for (GridHeader h : v.headers(f)) {
                    IndexBox b = h.box();
                    rows.add(new Evidence.Row(
                            h.label(),
                            -1,
                            -1,
                            -1,
                            seconds,
                            false,
                            List.of(
                                    (double) f.number(),
                                    h.typeName(),
                                    h.voxelSize() * s.stage().metersPerUnit() * 1000,
                                    h.voxels() < 0 ? (Object) "–" : (Object) (double) h.voxels(),
                                    b == null || b.isEmpty()
                                            ? "–"
                                            : b.size(0) + " × " + b.size(1) + " × " + b.size(2))));
                }
            }
        }
        return new Evidence(
                say("core.volume.asset.VolumeTables.grid"),
                List.of(
                        say("core.volume.asset.VolumeTables.frame"),
                        say("core.volume.asset.VolumeTables.type"),
                        say("core.volume.asset.VolumeTables.voxel-mm"),
                        say("core.volume.asset.VolumeTables.active-voxels"),
                        say("core.volume.asset.VolumeTables.box-voxels")),
                rows);
    }
}
