package idleheron.desktop.paint;

import idleheron.core.math.Vec3;
import idleheron.core.pair.MatchTable;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.rehearsal.MadeDemo;
import idleheron.render.Side;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Viewpoint;
import idleheron.render.surface.Cover;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A figure to be painted in tests. */
final class Figures {
    static final Scene SENT = MadeDemo.postwoman();
    static final Viewpoint FRONT = new Viewpoint(0, 0, 4, 0, 1.2, 0);

    private Figures() {}

    static Side side(Scene s) {
        return new Side(s, CanonicalSpace.of(s.stage()));
    }

    /** Two small squares in the middle of what is looked at, the second two metres behind the first; moved sideways, metres. */
    static Scene squares(double near, double far) {
        double h = 0.04;
        Mesh m = Mesh.bare(
                "q", new double[] {-h, -h, 0, h, -h, 0, h, h, 0, -h, h, 0}, new int[] {0, 4}, new int[] {0, 1, 2, 3});
        return Scene.bare("s", Stage.COMMON)
                .withMeshes(List.of(m, m))
                .withNodes(List.of(
                        Node.mesh("near", -1, Transform.of(new Vec3(near, 1.2, 0), Vec3.ZERO, Vec3.ONE), 0),
                        Node.mesh("far", -1, Transform.of(new Vec3(far, 1.2, -2), Vec3.ZERO, Vec3.ONE), 1)));
    }

    static int joint(String name) {
        return SENT.find(name);
    }

    static ViewRequest.Shown shown(Scene s, int chosen, boolean returned) {
        return new ViewRequest.Shown(s, CanonicalSpace.of(s.stage()), ViewRequest.Style.JOINTS, chosen, returned, true);
    }

    /** What is asked for with a picture of 400 by 300 points from the front. */
    static ViewRequest request(
            List<ViewRequest.Shown> sides,
            ViewRequest.Arrangement how,
            String clip,
            double seconds,
            ViewRequest.@Nullable Place lens) {
        return request(sides, MatchTable.NONE, how, clip, seconds, lens);
    }

    /** The same with what the user said belongs together. */
    static ViewRequest request(
            List<ViewRequest.Shown> sides,
            MatchTable table,
            ViewRequest.Arrangement how,
            String clip,
            double seconds,
            ViewRequest.@Nullable Place lens) {
        return new ViewRequest(
                sides,
                table,
                how,
                clip,
                seconds,
                "",
                Cover.COLOURS,
                FRONT,
                Viewpoint.start(),
                ViewRequest.Room.ALL,
                Palette.DAY,
                lens,
                false,
                new ViewRequest.Size(400, 300, 1));
    }
}
