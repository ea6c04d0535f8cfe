package idleheron.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.bake.Bake;
import idleheron.core.finding.Facts;
import idleheron.core.job.Progress;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Candidate;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.kind.TopicCheck;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.MeshLayer;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What the engine does with what kinds of assets tell it, whatever they are. */
class EngineTest {
    private static final Topic NOTES = new Topic("notes", "Notes");
    private static final Scene SENT = SmallCrossing.sent();

    /** Adds a note to a scene. */
    private record Says(String note) implements Remedy {
        @Override
        public RemedyType type() {
            return MoveScene.TYPE;
        }

        @Override
        public String title() {
            return note;
        }

        @Override
        public String describe() {
            return note;
        }

        @Override
        public Scene apply(Scene scene) {
            List<String> all = new ArrayList<>(scene.notes());
            all.add(note);
            return scene.withNotes(all);
        }
    }

    /** A kind by which ten figures are over until a and b were both said; a opens the way where told so. */
    private record Kind(boolean opens) implements AssetKind {
        @Override
        public String code() {
            return "notes";
        }

        @Override
        public boolean isIn(Scene scene) {
            return true;
        }

        @Override
        public Content content() {
            return Content.NODES;
        }

        @Override
        public String word(Scene scene) {
            return "";
        }

        @Override
        public String summary(Scene scene) {
            return "";
        }

        @Override
        public List<FactLine> lines(Scene scene) {
            return List.of();
        }

        @Override
        public List<FactTable> tables() {
            return List.of(new FactTable("none", Set.of(), s -> 0, (Facts f) -> Evidence.NONE));
        }

        @Override
        public List<TopicCheck> topics() {
            return List.of(TopicCheck.of(
                            NOTES, p -> TopicResult.of(NOTES, Verdict.DRIFTED, Figure.NONE, "", Evidence.NONE))
                    .searched((p, t) -> p.returned.notes().containsAll(List.of("a", "b")) ? 0 : 10));
        }

        @Override
        public List<Candidate> candidates(Pair p) {
            Candidate a = new Candidate("a", "a was said", new Says("a"));
            return List.of(opens ? a.opening() : a, new Candidate("b", "b was said", new Says("b")));
        }
    }

    private static List<LikelyCause> causes(boolean opens) {
        Pair p = new Pair(SENT, SENT, true, Tolerances.DEFAULT, MatchTable.NONE);
        return new CauseSearch(p, List.of(new Kind(opens)), Progress.NONE).search();
    }

    @Test
    void whatOpensTheWayIsTriedWithASecondOneAfterIt() {
        assertThat(causes(true)).extracting(LikelyCause::code).containsExactly("a", "b");
        assertThat(causes(true).getLast().left()).isZero();
        assertThat(causes(false)).isEmpty();
    }

    @Test
    void whatACacheHasNoPlaceForIsNotHeldAgainstIt() throws IOException {
        Scene baked = Scene.bare("arm", SENT.stage())
                .withCaches(List.of(Bake.of(SENT, SENT.clips().getFirst(), new double[] {0, 0.5, 1}, Progress.NONE)));
        Comparison c = Comparison.of(SENT, baked, Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(c.losses()).isEmpty();
        assertThat(c.topic(Topic.REST_POSE).summary()).isEqualTo("A cache holds none of this.");
        assertThat(c.topic(Topic.CACHES).verdict()).isNotEqualTo(Verdict.NOT_CHECKED);
    }

    @Test
    void aTopicThatMeasuresOnlyAPartDriftsByWhatWasLostBesides() {
        MeshLayer colours =
                new MeshLayer(MeshLayer.Kind.COLOR, "dye", MeshLayer.Domain.POINT, 4, new double[16], null, null);
        Scene sent = SENT.withMeshes(List.of(SENT.meshes().getFirst().withLayers(List.of(colours))));
        Comparison c = Comparison.of(sent, SENT, Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(c.losses()).extracting(Loss::topic).containsOnly(Topic.SURFACES);
        TopicResult t = c.topic(Topic.SURFACES);
        assertThat(t.verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(t.summary()).isEqualTo(c.losses().getFirst().text() + ".");
        assertThat(c.topic(Topic.CLIPS).verdict()).isEqualTo(Verdict.CLEAN);
    }
}
