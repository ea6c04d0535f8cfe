package idleheron.desktop.model;

/** The six steps of a crossing. */
public enum Step {
    GATHER("Gather"),
    LOOK_OVER("Look over"),
    MAKE_READY("Make ready"),
    SEND("Send"),
    COMPARE("Compare"),
    SIGN_OFF("Sign off");

    private final String title;

    Step(String title) {
        this.title = title;
    }

    public String title() {
        return title;
    }
}
