package idleheron.rehearsal.demo;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * One story of the demo: what somebody met, and the files that show it.
 *
 * @param title what it looks like to whoever meets it
 * @param tells what happened
 * @param file below the folder of the demo
 * @param other what came back of it, is worn on it or shows it, below the folder; "" where it stands for itself
 */
public record DemoStory(String title, String tells, Kind kind, String file, String other) {
    /** What is done with its files. */
    public enum Kind {
        /** The file is looked over; the other, if any, is what it is shown on. */
        LOOK_OVER,
        /** The other is what came back of it. */
        COMPARE,
        /** The other is a garment that is put on it. */
        WEAR
    }

    private static final String FROM = "postwoman_from_";

    private static final List<DemoStory> ALL = List.of(
            new DemoStory(
                    "Arrives a hundred times too small",
                    "The postwoman came back in metres that are read as centimetres, with turned bone axes, another root and 15 tip joints.",
                    Kind.COMPARE,
                    DemoData.SENT,
                    FROM + "alder.fbx"),
            new DemoStory(
                    "Lies on its side",
                    "The peat smoke came back turned by 90° and 100 times too large, and its density is called smoke.",
                    Kind.COMPARE,
                    DemoData.SMOKE,
                    DemoData.SMOKE_RETURNED),
            new DemoStory(
                    "One lump instead of four hundred",
                    "400 reeds came back as one mesh, 10 frames late.",
                    Kind.COMPARE,
                    DemoData.REEDS,
                    DemoData.REEDS_RETURNED),
            new DemoStory(
                    "The satchel strap bends oddly",
                    "6 influences a point became 4, and 24 frames a second are counted as 30.",
                    Kind.COMPARE,
                    DemoData.SENT,
                    FROM + "sedge.fbx"),
            new DemoStory(
                    "The smile did not come back",
                    "The avatar lost 4 blend shapes with their expressions, and its author and terms are others.",
                    Kind.COMPARE,
                    DemoData.AVATAR,
                    DemoData.AVATAR_RETURNED),
            new DemoStory(
                    "Paper instead of oilskin",
                    "The cape came back without its thickness, its flat cut and its cloth settings.",
                    Kind.COMPARE,
                    DemoData.CAPE,
                    DemoData.CAPE_RETURNED),
            new DemoStory(
                    "Cut for a shorter body",
                    "The cape is put on the postwoman and passes into her; it can be refitted, wrapped and weighted.",
                    Kind.WEAR,
                    DemoData.POSTWOMAN,
                    DemoData.CAPE),
            new DemoStory(
                    "Not ready to leave",
                    "Scale on a node, 3 roots and 13 tip joints: what will go wrong is known before she is sent.",
                    Kind.LOOK_OVER,
                    DemoData.POSTWOMAN,
                    ""),
            new DemoStory(
                    "Scales hide in the layers",
                    "A stage of five layers in metres refers to files in centimetres.",
                    Kind.LOOK_OVER,
                    DemoData.STAGE,
                    ""),
            new DemoStory(
                    "A package for a phone",
                    "The postwoman with her pictures in one file, as a phone shows it.",
                    Kind.LOOK_OVER,
                    DemoData.PHONE,
                    ""),
            new DemoStory(
                    "A loop that jumps",
                    "The storm moves the tide gauge by formula, and its periods do not fit the clip.",
                    Kind.LOOK_OVER,
                    DemoData.GAUGE_MOTIONS.getLast(),
                    DemoData.GAUGE),
            new DemoStory(
                    "Stands still elsewhere",
                    "The footbridge bell moves by groups; a receiver that moves joints alone shows it still.",
                    Kind.LOOK_OVER,
                    DemoData.BELL,
                    ""),
            new DemoStory(
                    "A picture under another name",
                    "A plain body points to satchel.png, and satchel_color.png lies beside it.",
                    Kind.LOOK_OVER,
                    DemoData.BODY,
                    ""));

    /** Those whose files lie in a folder. */
    public static List<DemoStory> in(Path folder) {
        return ALL.stream()
                .filter(s -> Files.exists(folder.resolve(s.file))
                        && (s.other.isEmpty() || Files.exists(folder.resolve(s.other))))
                .toList();
    }
}
