package idleheron.desktop.gather;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.finding.Facts;
import idleheron.core.garment.Worn;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import idleheron.report.CrossingFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** What lies on the bench and what could be put there. */
final class GatherModel {
    private GatherModel() {}

    /** An asset on the bench and what it is there. */
    record Placed(Asset asset, String role) {}

    /** What the crossing has, in the order of its way. */
    static List<Placed> placed(Crossing c) {
        List<Placed> out = new ArrayList<>();
        if (c.original() != c.sent()) { // what went out as it was is one card
            place(c.original(), say("desktop.gather.GatherModel.will-be-sent"), out);
        }
        place(c.sent(), say("desktop.gather.GatherModel.was-sent"), out);
        place(c.returned(), say("desktop.gather.GatherModel.came-back"), out);
        return out;
    }

    private static void place(@Nullable Asset a, String role, List<Placed> out) {
        if (a != null) {
            out.add(new Placed(a, role));
        }
    }

    /** Files and sequences of a folder that some carrier reads, by name; none where it cannot be listed. */
    static List<Path> files(@Nullable Path folder) {
        if (folder == null || !Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> s = Files.list(folder)) {
            return s.filter(p -> SceneFiles.isSeveral(p) || !Files.isDirectory(p) && SceneFiles.byName(p) != null)
                    .sorted()
                    .toList();
        } catch (IOException e) {
            return List.of();
        }
    }

    /** What was open lately, but for the demo, which stands by itself. */
    static List<Path> lately(List<Path> recent, @Nullable Path demo) {
        return recent.stream().filter(p -> demo == null || !p.startsWith(demo)).toList();
    }

    /** Which files a kept crossing holds against each other. */
    static String sides(CrossingFile c) {
        return c.sent() + " → "
                + (c.returned().isEmpty() ? say("desktop.gather.GatherModel.nothing-yet") : c.returned());
    }

    /** What came of a kept crossing, and who signed it off. */
    static String verdict(CrossingFile c) {
        return c.verdict()
                + (c.signedBy().isEmpty()
                        ? say("desktop.gather.GatherModel.not-signed-off")
                        : say("desktop.gather.GatherModel.signed-off-by", c.signedBy()));
    }

    /** Whether a name tells of the way back: files of a rehearsal do. */
    static boolean cameBack(Path file) {
        return String.valueOf(file.getFileName()).contains("_from_");
    }

    /** What can be read: "FBX, USD or Alembic". */
    static String carriers() {
        List<String> names =
                SceneFiles.formats().stream().map(SceneFormat::name).toList();
        return say(
                "desktop.gather.GatherModel.or",
                String.join(", ", names.subList(0, names.size() - 1)),
                names.getLast());
    }

    /** Whether a scene shows surfaces that no joint moves and nothing else: what could be worn. */
    static boolean isCloth(Scene s) {
        return s.joints().isEmpty()
                && !s.meshes().isEmpty()
                && s.clips().isEmpty()
                && s.caches().isEmpty();
    }

    /** Whether something lies on the bench that could wear it: a body that joints move. */
    static boolean hasBody(Crossing c) {
        Asset a = c.original();
        return a != null
                && Worn.in(a.scene()) == null
                && a.scene().meshes().stream().anyMatch(m -> m.skin() != null);
    }

    /** Height, what tells it from others of its kind, names of clips. */
    static String facts(Scene s) {
        double height = new Facts(s).height();
        List<String> out = new ArrayList<>();
        if (!Double.isNaN(height)) {
            out.add(say("desktop.gather.GatherModel.m-high", Figure.number(height)));
        }
        out.add(AssetKinds.main(s).summary(s));
        if (!s.clips().isEmpty()) {
            out.add(String.join(", ", s.clips().stream().map(Clip::name).toList()));
        }
        return String.join(" · ", out);
    }

    /** Carrier, size, axes and unit. */
    static String more(Asset a) {
        Stage s = a.scene().stage();
        return a.format() + " " + a.variant() + ", " + Wording.bytes(a.bytes()) + ", "
                + s.axes().describe() + ", " + s.unitLabel();
    }

    /** The clip and the moment of it that show an asset best. */
    static double moment(Scene s) {
        Clip c = s.clips().isEmpty() ? null : s.clips().getFirst();
        double start = s.stage().startSeconds();
        return c == null ? start + 0.6 * (s.stage().endSeconds() - start) : c.startSeconds() + c.length() * 0.3;
    }
}
