package idleheron.core.remedy;

import static idleheron.core.Messages.say;

import idleheron.core.scene.Scene;

/** A remedy that keeps its place in the list and is switched off. */
public record Paused(Remedy remedy) implements Remedy {
    @Override
    public RemedyType type() {
        return remedy.type();
    }

    @Override
    public String title() {
        return remedy.title();
    }

    @Override
    public String describe() {
        return say("core.remedy.Paused.switched-off", remedy.describe());
    }

    @Override
    public Scene apply(Scene scene) {
        return scene;
    }
}
