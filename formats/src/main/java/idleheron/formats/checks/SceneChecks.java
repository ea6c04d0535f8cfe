package idleheron.formats.checks;

import static idleheron.core.Messages.say;

import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;
import idleheron.formats.bytes.FormatException;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** Holds all numbers of a scene that point to something against what they point to, so that whoever uses it need not. */
public final class SceneChecks {
    private final String file;
    private final Scene scene;

    private SceneChecks(String file, Scene scene) {
        this.file = file;
        this.scene = scene;
    }

    /** @throws FormatException for the first mesh, node or clip that does not fit */
    public static void check(String file, Scene scene) throws FormatException {
        SceneChecks c = new SceneChecks(file, scene);
        for (Mesh m : scene.meshes()) {
            c.mesh(m);
        }
        for (Node n : scene.nodes()) {
            if (n.kind() == NodeKind.MESH) {
                c.within(n.payload(), scene.meshes().size(), say("formats.checks.SceneChecks.a-mesh-on", n.name()));
            }
            for (int m : n.materials()) {
                c.within(
                        Math.max(0, m),
                        Math.max(1, scene.materials().size()),
                        say("formats.checks.SceneChecks.a-material-on", n.name()));
            }
        }
        for (Clip k : scene.clips()) {
            c.clip(k);
        }
    }

    private void within(int i, int count, String what) throws FormatException {
        if (i < 0 || i >= count) {
            throw FormatException.in(file, say("formats.checks.SceneChecks.below", what, count), i + "");
        }
    }

    private void length(int found, int expected, String what) throws FormatException {
        if (found != expected) {
            throw FormatException.in(file, expected + " " + what, found + "");
        }
    }

    private void all(int[] index, int count, String what) throws FormatException {
        for (int i : index) {
            if (i < 0 || i >= count) {
                within(i, count, what);
            }
        }
    }

    private void starts(int[] starts, int end, String what) throws FormatException {
        if (starts.length == 0 || starts[0] != 0 || starts[starts.length - 1] != end) {
            throw FormatException.in(
                    file,
                    say("formats.checks.SceneChecks.that-end-at", what, end),
                    starts.length == 0 ? say("formats.checks.SceneChecks.none") : starts[starts.length - 1] + "");
        }
        for (int i = 1; i < starts.length; i++) {
            if (starts[i] < starts[i - 1]) {
                throw FormatException.in(
                        file,
                        say("formats.checks.SceneChecks.that-go-forward", what),
                        say("formats.checks.SceneChecks.after", starts[i], starts[i - 1]));
            }
        }
    }

    private void mesh(Mesh m) throws FormatException {
        String of = say("formats.checks.SceneChecks.of-2", m.name());
        int points = m.pointCount();
        int corners = m.corners().length;
        starts(m.faceStarts(), corners, "faces" + of);
        all(m.corners(), points, say("formats.checks.SceneChecks.points-in-the-faces", of));
        per(
                m.normals() == null ? -1 : m.normals().length,
                3 * corners,
                say("formats.checks.SceneChecks.numbers-in-the-normals", of));
        per(lengthOf(m.faceMaterials()), m.faceCount(), say("formats.checks.SceneChecks.material-slots", of));
        per(lengthOf(m.smoothingGroups()), m.faceCount(), say("formats.checks.SceneChecks.smoothing-groups", of));
        for (UvSet u : m.uvSets()) {
            length(u.indices().length, corners, say("formats.checks.SceneChecks.corners-in-uv-set", u.name(), of));
            for (int i : u.indices()) {
                if (i >= u.uv().length / 2) {
                    within(i, u.uv().length / 2, say("formats.checks.SceneChecks.coordinates-in-uv-set", u.name(), of));
                }
            }
        }
        for (BlendShape s : m.shapes()) {
            for (BlendShape.Target t : s.targets()) {
                all(t.points(), points, say("formats.checks.SceneChecks.points-in-blend-shape", s.name(), of));
            }
        }
        Skin skin = m.skin();
        if (skin != null) {
            length(skin.points(), points, say("formats.checks.SceneChecks.points-in-the-skin", of));
            starts(skin.starts(), skin.slots().length, "influences" + of);
            all(skin.slots(), skin.joints().length, say("formats.checks.SceneChecks.joints-in-the-skin", of));
            all(skin.joints(), scene.nodes().size(), say("formats.checks.SceneChecks.nodes-in-the-skin", of));
        }
    }

    private static int lengthOf(int @Nullable [] v) {
        return v == null ? -1 : v.length;
    }

    private void per(int found, int expected, String what) throws FormatException {
        if (found >= 0) {
            length(found, expected, what);
        }
    }

    private void clip(Clip c) throws FormatException {
        for (Clip.NodeTrack t : c.nodes()) {
            within(t.node(), scene.nodes().size(), say("formats.checks.SceneChecks.a-node-of-clip", c.name()));
        }
        for (Clip.ShapeTrack t : c.shapes()) {
            within(t.mesh(), scene.meshes().size(), say("formats.checks.SceneChecks.a-mesh-of-clip", c.name()));
            within(
                    t.shape(),
                    scene.meshes().get(t.mesh()).shapes().size(),
                    say("formats.checks.SceneChecks.a-blend-shape-of-clip", c.name()));
        }
        double frames = c.length() * c.rate().perSecond();
        if (!(frames <= SampleTimes.MOST)) {
            throw FormatException.in(
                    file,
                    say(
                            "formats.checks.SceneChecks.clips-of-at-most-frames",
                            String.format(Locale.ROOT, "%,d", SampleTimes.MOST)),
                    say("formats.checks.SceneChecks.of", c.name(), String.format(Locale.ROOT, "%,.0f", frames)));
        }
    }
}
