package idleheron.formats.gltf.bridge;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.Accessor;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * A skin: which nodes move a mesh, and from where. A point goes to the sum of weight · world of the joint · its matrix · point;
 * the node of the mesh and what lies above it have no part in it.
 *
 * <pre>
 * joints               nodes, in the order in which weights name them
 * inverseBindMatrices  a MAT4 of floats for each, columns on end; left out: identities
 * skeleton             a hint on what lies above them; nothing depends on it
 * </pre>
 *
 * @param joints nodes of our scene
 * @param toJoint from the space of the mesh to that of the joint when bound
 * @param rest world matrices of the joints at rest
 */
record GltfSkin(String name, int[] joints, Matrix4dc[] toJoint, Matrix4dc[] rest) {
    private static final double ALIKE = 1e-3;

    /**
     * @param nodeOf node of our scene for each of the document
     * @param worlds world matrices at rest by node of the document
     */
    static GltfSkin read(GltfDocument doc, GltfObject o, int[] nodeOf, Matrix4dc[] worlds, List<String> notes)
            throws FormatException {
        int[] told = o.indices("joints", doc.nodes().size());
        if (told.length == 0) {
            throw o.wrong("joints", say("formats.gltf.bridge.GltfSkin.at-least-one-joint"));
        }
        String name = o.name();
        if (Arrays.stream(told).distinct().count() < told.length) {
            notes.add(say("formats.gltf.bridge.GltfSkin.skin-names-a-joint-twice", name));
        }
        Matrix4dc[] bind = new Matrix4dc[told.length];
        Arrays.fill(bind, new Matrix4d());
        Accessor a = doc.accessor(o, "inverseBindMatrices");
        if (a != null) {
            if (a.width() != 16 || a.count() < told.length) {
                throw a.wrong(
                        say("formats.gltf.bridge.GltfSkin.matrices-of-16-numbers", told.length),
                        say("formats.gltf.bridge.GltfSkin.of", a.count(), a.width()));
            }
            float[] m = a.floats();
            for (int j = 0; j < bind.length; j++) {
                bind[j] = new Matrix4d().set(Arrays.copyOfRange(m, 16 * j, 16 * j + 16));
            }
        }
        long flat = Arrays.stream(bind)
                .filter(b -> !(Math.abs(b.determinant()) > 1e-300))
                .count();
        if (flat > 0) {
            notes.add(say("formats.gltf.bridge.GltfSkin.skin-bind-matrices-cannot-be-turned", name, flat));
        }
        return new GltfSkin(
                name,
                Arrays.stream(told).map(n -> nodeOf[n]).toArray(),
                bind,
                Arrays.stream(told).mapToObj(n -> worlds[n]).toArray(Matrix4dc[]::new));
    }

    /**
     * What brings packed places to where they stand at rest, where every joint says the same: an even size and a move. It sits
     * in the bind matrices of such a skin; null where the joints do not agree.
     */
    @Nullable
    Matrix4d undo(List<String> notes) {
        Matrix4d out = rest[0].mul(toJoint[0], new Matrix4d());
        double size = out.m00();
        Matrix4d even =
                new Matrix4d().translation(out.m30(), out.m31(), out.m32()).scale(size);
        boolean alike = size > 0 && near(out, even, size);
        for (int j = 1; j < toJoint.length && alike; j++) {
            alike = near(rest[j].mul(toJoint[j], new Matrix4d()), even, size);
        }
        if (!alike) {
            notes.add(say("formats.gltf.bridge.GltfSkin.skin-its-packed-points-cannot-be", name));
        }
        return alike ? even : null;
    }

    private static boolean near(Matrix4dc a, Matrix4dc b, double size) {
        for (int c = 0; c < 4; c++) {
            for (int r = 0; r < 4; r++) {
                if (!(Math.abs(a.get(c, r) - b.get(c, r)) < ALIKE * size)) {
                    return false;
                }
            }
        }
        return true;
    }
}
