package idleheron.rehearsal.demo;

import static idleheron.core.Messages.say;

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
                    say("rehearsal.demo.DemoStory.arrives-a-hundred-times-too-small"),
                    say("rehearsal.demo.DemoStory.the-postwoman-came-back-in-metres"),
                    Kind.COMPARE,
                    DemoData.SENT,
                    FROM + "alder.fbx"),
            new DemoStory(
                    say("rehearsal.demo.DemoStory.lies-on-its-side"),
                    say("rehearsal.demo.DemoStory.the-peat-smoke-came-back-turned"),
                    Kind.COMPARE,
                    DemoData.SMOKE,
                    DemoData.SMOKE_RETURNED),
            new DemoStory(
                    say("rehearsal.demo.DemoStory.one-lump-instead-of-four-hundred"),
                    say("rehearsal.demo.DemoStory.400-reeds-came-back-as-one"),
                    Kind.COMPARE,
                    DemoData.REEDS,
                    DemoData.REEDS_RETURNED),
            new DemoStory(
                    say("rehearsal.demo.DemoStory.the-satchel-strap-bends-oddly"),
                    say("rehearsal.demo.DemoStory.6-influences-a-point-became-4"),
                    Kind.COMPARE,
                    DemoData.SENT,
                    FROM + "sedge.fbx"),
            new DemoStory(
                    say("rehearsal.demo.DemoStory.the-smile-did-not-come-back"),
                    say("rehearsal.demo.DemoStory.the-avatar-lost-4-blend-shapes"),
                    Kind.COMPARE,
                    DemoData.AVATAR,
                    DemoData.AVATAR_RETURNED),
            new DemoStory(
                    say("rehearsal.demo.DemoStory.paper-instead-of-oilskin"),
                    say("rehearsal.demo.DemoStory.the-cape-came-back-without-its"),
                    Kind.COMPARE,
                    DemoData.CAPE,
                    DemoData.CAPE_RETURNED),
            new DemoStory(
                    say("rehearsal.demo.DemoStory.cut-for-a-shorter-body"),
                    say("rehearsal.demo.DemoStory.the-cape-is-put-on-the"),
                    Kind.WEAR,
                    DemoData.POSTWOMAN,
                    DemoData.CAPE),
            new DemoStory(
                    say("rehearsal.demo.DemoStory.not-ready-to-leave"),
                    say("rehearsal.demo.DemoStory.scale-on-a-node-3-roots"),
                    Kind.LOOK_OVER,
                    DemoData.POSTWOMAN,
                    ""),
            new DemoStory(
                    say("rehearsal.demo.DemoStory.scales-hide-in-the-layers"),
                    say("rehearsal.demo.DemoStory.a-stage-of-five-layers-in"),
                    Kind.LOOK_OVER,
                    DemoData.STAGE,
                    ""),
            new DemoStory(
                    say("rehearsal.demo.DemoStory.a-package-for-a-phone"),
                    say("rehearsal.demo.DemoStory.the-postwoman-with-her-pictures-in"),
                    Kind.LOOK_OVER,
                    DemoData.PHONE,
                    ""),
            new DemoStory(
                    say("rehearsal.demo.DemoStory.a-loop-that-jumps"),
                    say("rehearsal.demo.DemoStory.the-storm-moves-the-tide-gauge"),
                    Kind.LOOK_OVER,
                    DemoData.GAUGE_MOTIONS.getLast(),
                    DemoData.GAUGE),
            new DemoStory(
                    say("rehearsal.demo.DemoStory.stands-still-elsewhere"),
                    say("rehearsal.demo.DemoStory.the-footbridge-bell-moves-by-groups"),
                    Kind.LOOK_OVER,
                    DemoData.BELL,
                    ""),
            new DemoStory(
                    say("rehearsal.demo.DemoStory.a-picture-under-another-name"),
                    say("rehearsal.demo.DemoStory.a-plain-body-points-to-satchel"),
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
