package idleheron.formats.fbx.parts;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.Lost;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxNames;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.spi.Salvage;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What follows from what is gone, on a sail with a skin on a mast, some of whose objects are taken away. */
class FbxAftermathTest {
    private static final int MAST = 1;
    private static final int SAIL = 2;
    private static final int CLOTH = 3;
    private static final int SKIN = 4;
    private static final int CLUSTER = 5;
    private static final int TAR = 6;
    private static final int PICTURE = 7;
    private static final int NODE = 8;
    private static final int CURVE = 9;
    private static final int BOOM = 10;

    private static FbxRecord object(String kind, int id, String name, String tag, String type) {
        return FbxRecord.scope(
                kind,
                List.of(new FbxValue.Int64(id), new FbxValue.Text(name + "\0\1" + tag), FbxBuild.text(type)),
                List.of());
    }

    private static FbxRecord link(int source, int target) {
        return FbxRecord.leaf("C", FbxBuild.text("OO"), new FbxValue.Int64(source), new FbxValue.Int64(target));
    }

    /** All but the objects and connections that are gone. */
    private static FbxDocument without(Set<Integer> gone, boolean linked) {
        List<FbxRecord> objects = new ArrayList<>(List.of(
                object("Model", MAST, "mast", "Model", "LimbNode"),
                object("Model", SAIL, "sail_node", "Model", "Mesh"),
                object("Geometry", CLOTH, "sail", "Geometry", "Mesh"),
                object("Deformer", SKIN, "skin", "Deformer", "Skin"),
                object("Deformer", CLUSTER, "cluster", "SubDeformer", "Cluster"),
                object("Material", TAR, "tar", "Material", ""),
                object("Texture", PICTURE, "canvas", "Texture", ""),
                object("AnimationCurveNode", NODE, "R", "AnimCurveNode", ""),
                object("AnimationCurve", CURVE, "", "AnimCurve", ""),
                object("Model", BOOM, "boom", "Model", "LimbNode")));
        objects.removeIf(o -> gone.contains((int) o.integer(0, 0)));
        List<FbxRecord> links = List.of(
                link(MAST, 0),
                link(BOOM, MAST),
                link(SAIL, 0),
                link(CLOTH, SAIL),
                link(SKIN, CLOTH),
                link(CLUSTER, SKIN),
                link(BOOM, CLUSTER),
                link(TAR, SAIL),
                link(PICTURE, TAR),
                FbxRecord.leaf(
                        "C",
                        FbxBuild.text("OP"),
                        new FbxValue.Int64(NODE),
                        new FbxValue.Int64(BOOM),
                        FbxBuild.text("Lcl Rotation")),
                link(CURVE, NODE));
        List<FbxRecord> top = new ArrayList<>(List.of(FbxRecord.scope("Objects", List.of(), objects)));
        if (linked) {
            top.add(FbxRecord.scope("Connections", List.of(), links));
        }
        return new FbxDocument(7500, false, top, null, List.of());
    }

    private static List<String> told(Salvage s) {
        return s.lost().stream().map(Lost::subject).distinct().toList();
    }

    @Test
    void nothingFollowsWhereNothingIsGone() {
        Salvage s = new Salvage();
        FbxDocument d = without(Set.of(), true);
        assertThat(FbxAftermath.follow(d, Set.of(), false, s)).isSameAs(d);
        assertThat(s.lost()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "1, 'node boom'",
        "3, 'all materials|part of the file'",
        "4, 'skin sail|blend shapes sail'",
        "5, 'skin sail|blend shapes sail'",
        "6, 'all materials|part of the file'",
        "7, 'all materials'",
        "8, 'all clips|all materials|part of the file'",
        "9, 'all clips'",
    })
    void whatHungOnWhatIsGoneIsInDoubt(int gone, String words) {
        Salvage s = new Salvage();
        FbxAftermath.follow(without(Set.of(gone), true), Set.of(), false, s);
        assertThat(told(s)).containsExactlyInAnyOrder(words.split("\\|"));
    }

    @Test
    void aJointThatIsGoneTakesTheSkinThatFollowsItAndWhatMovedIt() {
        Salvage s = new Salvage();
        FbxAftermath.follow(without(Set.of(BOOM), true), Set.of(), false, s);
        assertThat(told(s))
                .contains("skin sail", "blend shapes sail", "all clips")
                .doesNotContain("node mast");
        assertThat(s.lost())
                .filteredOn(l -> l.what() == Lost.What.PART)
                .extracting(Lost::why)
                .containsExactly("something that hung on mast is gone");
    }

    @Test
    void aMeshWhoseNodeIsGoneGetsOneAtTheTop() {
        Salvage s = new Salvage();
        FbxDocument d = FbxAftermath.follow(without(Set.of(SAIL), true), Set.of(), false, s);
        FbxRecord objects = Objects.requireNonNull(d.record("Objects"));
        FbxRecord home = objects.children().getLast();
        assertThat(objects.children()).hasSize(10);
        assertThat(home.name()).isEqualTo("Model");
        assertThat(home.integer(0, 0)).as("a number that nobody has").isEqualTo(BOOM + 1);
        assertThat(FbxNames.plain(home.text(1))).isEqualTo("sail");
        assertThat(home.text(2)).isEqualTo("Mesh");
        List<FbxRecord> links = Objects.requireNonNull(d.record("Connections")).children();
        assertThat(links).hasSize(13);
        assertThat(links.subList(11, 13))
                .extracting(l -> l.integer(1, -1) + " " + l.integer(2, -1))
                .containsExactly(BOOM + 1 + " 0", CLOTH + " " + (BOOM + 1));
        assertThat(told(s)).contains("node sail");
    }

    @Test
    void withoutConnectionsAllIsInDoubtThatTheyCouldTell() {
        Salvage s = new Salvage();
        FbxAftermath.follow(without(Set.of(), false), Set.of("Connections"), false, s);
        assertThat(told(s))
                .containsExactlyInAnyOrder(
                        "all skins",
                        "all blend shapes",
                        "all materials",
                        "all clips",
                        "node mast",
                        "node sail_node",
                        "node boom",
                        "node sail");
    }

    @ParameterizedTest
    @CsvSource({
        "GlobalSettings, false, 'unit axes and rate|all clips'",
        "FBXHeaderExtension, false, all clips",
        "Definitions, false, 'all nodes|all clips'",
        "Objects, false, ''",
        "Takes, false, ''",
        "Takes, true, 'all skins|all blend shapes|all materials|all clips|all nodes'",
    })
    void aSectionThatIsGone(String section, boolean old, String words) {
        Salvage s = new Salvage();
        FbxAftermath.follow(without(Set.of(), true), Set.of(section), old, s);
        List<String> wanted = words.isEmpty() ? List.of() : List.of(words.split("\\|"));
        assertThat(told(s)).extracting(t -> t.replace(",", "")).containsExactlyInAnyOrderElementsOf(wanted);
        assertThat(s.lost().stream().anyMatch(l -> l.why().equals("takes are gone")))
                .isEqualTo(old);
    }
}
