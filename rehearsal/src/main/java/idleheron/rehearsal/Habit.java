package idleheron.rehearsal;

/** What a stand-in does to a scene besides writing it its own way. */
public enum Habit {
    TIP_JOINTS("adds a tip joint at every chain end"),
    OWN_ROOT("puts its own root on top"),
    RE_AIM("re-aims the bones so that Y runs along them"),
    DECLARES_CENTIMETRES("declares centimetres whatever it writes"),
    DECLARES_Y_UP("declares Y up whatever it writes"),
    MOVES_TO_PLINTH("moves everything by 0.5 m to the side"),
    FOUR_INFLUENCES("keeps the four strongest influences of a point"),
    EIGHT_BIT_WEIGHTS("stores weights in 8 bits"),
    ROUNDS_RANGE("rounds ranges to whole frames at its own rate");

    private final String text;

    Habit(String text) {
        this.text = text;
    }

    public String text() {
        return text;
    }
}
