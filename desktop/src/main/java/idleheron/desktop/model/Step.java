package idleheron.desktop.model;

import static idleheron.core.Messages.say;

/** The six steps of a crossing. */
public enum Step {
    GATHER(say("desktop.model.Step.gather")),
    LOOK_OVER(say("desktop.model.Step.look-over")),
    MAKE_READY(say("desktop.model.Step.make-ready")),
    SEND(say("desktop.model.Step.send")),
    COMPARE(say("desktop.model.Step.compare")),
    SIGN_OFF(say("desktop.model.Step.sign-off"));

    private final String title;

    Step(String title) {
        this.title = title;
    }

    public String title() {
        return title;
    }
}
