package idleheron.formats.obj.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.space.Redeclare;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;

/** What only an OBJ can have wrong: it says neither unit nor axes, and both are guessed aloud. */
public final class ObjChecks {
    private ObjChecks() {}

    /** What only this carrier notices of a scene. */
    public static List<Finding> of(Scene scene) {
        return scene.notes().contains(ObjHead.UNDECLARED) && scene.pointCount() > 0
                ? List.of(undeclared(scene))
                : List.of();
    }

    private static Finding undeclared(Scene scene) {
        double[] box = bounds(scene);
        double[] size = {box[3] - box[0], box[4] - box[1], box[5] - box[2]};
        boolean zUp = standsAlongZ(box, size);
        double longest = Math.max(size[0], Math.max(size[1], size[2]));
        double unit = unit(longest);
        String guess = unit == 0
                ? say("formats.obj.bridge.ObjChecks.its-longest-side-of-tells-no", Figure.number(longest))
                : say(
                        "formats.obj.bridge.ObjChecks.in-its-longest-side-is-m",
                        name(unit),
                        Figure.number(longest * unit));
        String hint = scene.notes().stream()
                .filter(n -> n.startsWith(ObjSceneReader.COMMENT))
                .findFirst()
                .map(n -> say(
                        "formats.obj.bridge.ObjChecks.a-comment-says", n.substring(ObjSceneReader.COMMENT.length())))
                .orElse("");
        boolean other = unit != 0 && unit != 1 || zUp;
        return Finding.of("obj-undeclared", other ? Severity.DRIFTS : Severity.NOTE, Topic.UNITS_AND_AXES)
                .says(
                        say("formats.obj.bridge.ObjChecks.unit-and-axes-are-not-declared"),
                        say(
                                "formats.obj.bridge.ObjChecks.an-obj-says-neither-metres-and",
                                guess,
                                (zUp ? say("formats.obj.bridge.ObjChecks.it-stands-on-the-plane-where") : ""),
                                hint))
                .measured(Figure.of(longest, ""))
                .because(say("formats.obj.bridge.ObjChecks.the-format-has-no-word-for"))
                .mendedBy(
                        other ? new Redeclare(zUp ? AxisSystem.Z_UP : AxisSystem.COMMON, unit == 0 ? 1 : unit) : null);
    }

    /** Metres of a unit that makes something of this length as long as people and props are; 0 where none does. */
    private static double unit(double length) {
        return length >= 0.8 && length <= 3.5
                ? 1
                : length >= 80 && length <= 350
                        ? 0.01
                        : length >= 800 && length <= 3500 ? 0.001 : length >= 35 && length < 80 ? 0.0254 : 0;
    }

    private static String name(double unit) {
        return unit == 1
                ? say("formats.obj.bridge.ObjChecks.metres")
                : unit == 0.01
                        ? say("formats.obj.bridge.ObjChecks.centimetres")
                        : unit == 0.001
                                ? say("formats.obj.bridge.ObjChecks.millimetres")
                                : say("formats.obj.bridge.ObjChecks.inches");
    }

    /** Whether it is longest along Z, stands there at 0 and not along Y. */
    private static boolean standsAlongZ(double[] box, double[] size) {
        boolean stands = Math.abs(box[2]) < 0.02 * size[2];
        boolean alsoY = Math.abs(box[1]) < 0.02 * size[1];
        boolean upright = size[2] > 2 * Math.max(size[0], size[1]);
        return size[2] > 1.3 * size[1] && stands && (upright || !alsoY);
    }

    private static double[] bounds(Scene scene) {
        double[] box = {1e300, 1e300, 1e300, -1e300, -1e300, -1e300};
        for (Mesh m : scene.meshes()) {
            double[] p = m.points();
            for (int i = 0; i < p.length; i++) {
                if (Double.isFinite(p[i])) {
                    box[i % 3] = Math.min(box[i % 3], p[i]);
                    box[3 + i % 3] = Math.max(box[3 + i % 3], p[i]);
                }
            }
        }
        return box;
    }
}
