package idleheron.core.picture;

import idleheron.core.scene.Scene;

/** Where pictures of a scene are had from when it is drawn. */
public interface Shelf {
    /** A scene is drawn without pictures. */
    Shelf EMPTY = (scene, texture, asNumbers) -> Texels.COMING;

    /**
     * A picture, {@link Texels#COMING} while it is being read, or {@link Texels#MISSING} where there is none to be had.
     *
     * @param texture index into the scene's textures
     * @param asNumbers whether its values are no colours but numbers
     */
    Texels of(Scene scene, int texture, boolean asNumbers);

    /** Another number once other pictures can be had. */
    default long version() {
        return 0;
    }
}
