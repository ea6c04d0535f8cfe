package idleheron.core.remedy;

import idleheron.core.scene.Scene;

/** An exact, named fix: a scene in, another out, nothing else changed. */
public interface Remedy {
    /** What is known of all remedies of this code. */
    RemedyType type();

    /** Stable, lower-case, hyphenated. */
    default String code() {
        return type().code();
    }

    /** For a button: "Bake the scale". */
    String title();

    /** One sentence: what it does to this kind of scene. */
    String describe();

    /** The scene with the remedy applied; the same scene when there is nothing to do. */
    Scene apply(Scene scene);
}
