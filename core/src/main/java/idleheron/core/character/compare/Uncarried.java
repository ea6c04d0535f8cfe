package idleheron.core.character.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.pair.Held;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.Map;
import java.util.Set;
import java.util.function.ToLongFunction;

/** What a carrier has no place for is lost by nobody's fault: a topic that is at fault for that alone is not carried. */
public final class Uncarried {
    /** What a topic is about, as a carrier holds it or not, and how much of it a scene has. */
    private record About(Held held, String one, ToLongFunction<Scene> count) {}

    private static final About JOINTS =
            new About(Held.JOINTS, "joint", s -> s.joints().size());

    private static final Map<Topic, About> ABOUT = Map.of(
            Topic.HIERARCHY,
            JOINTS,
            Topic.REST_POSE,
            JOINTS,
            Topic.JOINT_ORIENTATION,
            JOINTS,
            Topic.SKIN_WEIGHTS,
            new About(
                    Held.SKINS,
                    "skin",
                    s -> s.meshes().stream().filter(m -> m.skin() != null).count()),
            Topic.CLIPS,
            new About(Held.CLIPS, "clip", s -> s.clips().size()),
            Topic.BLEND_SHAPES,
            new About(
                    Held.SHAPES,
                    say("core.character.compare.Uncarried.blend-shape"),
                    s -> s.meshes().stream().mapToLong(m -> m.shapes().size()).sum()));

    private Uncarried() {}

    /**
     * A topic as it is, or as not carried.
     *
     * @param missing what the carrier of the returned side has no place for
     */
    public static TopicResult of(Pair p, TopicResult t, Set<Held> missing) {
        if (!t.verdict().isFault()) {
            return t;
        }
        About about = ABOUT.get(t.topic());
        if (about != null
                && missing.contains(about.held)
                && about.count.applyAsLong(p.sent) > 0
                && about.count.applyAsLong(p.returned) == 0) {
            return t.as(
                    Verdict.NOT_CARRIED,
                    say(
                            "core.character.compare.Uncarried.the-carrier-has-no-place-for",
                            about.held.shown(),
                            Wording.counted(about.count.applyAsLong(p.sent), about.one)));
        }
        if (t.topic().equals(Topic.SURFACES) && missing.contains(Held.POLYGONS)) {
            long faces = cut(p);
            return faces > 0 && t.worst().value() <= p.tolerances.vertex()
                    ? t.as(
                            Verdict.NOT_CARRIED,
                            say(
                                    "core.character.compare.Uncarried.of-more-than-three-corners-became",
                                    Wording.counted(faces, "face"),
                                    t.worst().text()))
                    : t;
        }
        return t.topic().equals(Topic.MATERIALS) && missing.contains(Held.PICTURE_TURNS) ? unturned(p, t) : t;
    }

    private static TopicResult unturned(Pair p, TopicResult t) {
        PicturePlaces places = PicturePlaces.of(p);
        boolean alone = t.verdict() == Verdict.DRIFTED
                && places.areUnturned()
                && t.worst().value() == p.sent.materials().size();
        return alone
                ? t.as(
                        Verdict.NOT_CARRIED,
                        say(
                                "core.character.compare.Uncarried.the-carrier-has-no-place-for",
                                Held.PICTURE_TURNS.shown(),
                                Wording.counted(places.all().size(), "turn of a picture", "turns of pictures")))
                : t;
    }

    /** How many faces were cut into triangles, where that is all that became of the make-up of all meshes; else 0. */
    private static long cut(Pair p) {
        long faces = 0;
        for (int m = 0; m < p.sent.meshes().size(); m++) {
            int other = p.matching.meshes()[m];
            if (other < 0) {
                return 0;
            }
            Mesh a = p.sent.meshes().get(m);
            Mesh b = p.returned.meshes().get(other);
            boolean triangles = b.corners().length == 3 * b.faceCount() && a.triangles().length == b.corners().length;
            if (a.pointCount() != b.pointCount()
                    || !triangles
                    || a.uvSets().size() != b.uvSets().size()
                    || (a.normals() == null) != (b.normals() == null)) {
                return 0;
            }
            for (int f = 0; f < a.faceCount(); f++) {
                faces += a.faceStarts()[f + 1] - a.faceStarts()[f] > 3 ? 1 : 0;
            }
        }
        return faces;
    }
}
