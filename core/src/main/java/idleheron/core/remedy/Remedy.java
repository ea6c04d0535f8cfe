package idleheron.core.remedy;

import idleheron.core.scene.Scene;

/** An exact, named fix: a scene in, another out, nothing else changed. */
public interface Remedy {
    /** Stable, lower-case, hyphenated. */
    String code();

    /** The code with the value that a recipe needs to make the same remedy again: "limit-influences=4". */
    default String recipe() {
        return code();
    }

    /** For a button: "Bake the scale". */
    String title();

    /** One sentence: what it does to this kind of scene. */
    String describe();

    /** The scene with the remedy applied; the same scene when there is nothing to do. */
    Scene apply(Scene scene);
}
