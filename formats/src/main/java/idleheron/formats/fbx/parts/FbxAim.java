package idleheron.formats.fbx.parts;

import org.joml.Matrix4d;

/**
 * Where cameras and lights look. In a file a camera looks along +X of its node and a light along -Y; in a scene both look
 * along -Z. These turns take the scene's way into the file's node space.
 */
public final class FbxAim {
    private FbxAim() {}

    /** The turn between a camera of the file, which looks along +X of its node, and ours, which looks along -Z. */
    public static Matrix4d camera() {
        return new Matrix4d().rotateY(-Math.PI / 2);
    }

    /** The turn between a light of the file, which shines along -Y of its node, and ours, which shines along -Z. */
    public static Matrix4d light() {
        return new Matrix4d().rotateX(-Math.PI / 2);
    }
}
