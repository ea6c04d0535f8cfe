package idleheron.core.remedy;

import static idleheron.core.Messages.say;

/** What a remedy must leave as it was. */
public enum Keeps {
    /** Every point of the deformed surface, at rest and on every frame of every clip, and every value of a voxel. */
    PICTURE(say("core.remedy.Keeps.the-picture")),
    /** The same within what it was asked to round or leave out; the figure says how much. */
    NEARLY(say("core.remedy.Keeps.the-picture-within-a-figure-that")),
    /** Only what it does not name: places, times or declarations change, as asked for. */
    OTHERS(say("core.remedy.Keeps.all-that-it-does-not-name"));

    private final String label;

    Keeps(String label) {
        this.label = label;
    }

    /** For people: what a remedy of this kind leaves alone. */
    public String label() {
        return label;
    }
}
