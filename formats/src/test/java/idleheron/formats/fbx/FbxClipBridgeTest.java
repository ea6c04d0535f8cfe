package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.ClipLayer;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxTime;
import idleheron.formats.fbx.document.FbxValue;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Stacks, layers and curves put together record by record, and what clips they mean. */
class FbxClipBridgeTest extends FbxBridgeCase {
    @Test
    void aClipTakesItsOwnRangeAndACurveNodesValueWhereACurveIsMissing() throws FormatException {
        long node = model("n", "LimbNode", vector("Lcl Translation", 1, 1, 1));
        long stack = build.object(
                "AnimationStack",
                "sway",
                "AnimStack",
                "",
                List.of(FbxBuild.properties(
                        List.of(FbxBuild.time("LocalStart", 0.5), FbxBuild.time("LocalStop", 1.5)))));
        long layer = build.object("AnimationLayer", "l", "AnimLayer", "", List.of());
        build.connect(layer, stack);
        long curveNode = build.object(
                "AnimationCurveNode",
                "T",
                "AnimCurveNode",
                "",
                List.of(FbxBuild.properties(List.of(FbxBuild.animated("d|X", 1), FbxBuild.animated("d|Y", 9)))));
        build.connect(curveNode, layer);
        build.connect(curveNode, node, "Lcl Translation");
        long curve = build.object(
                "AnimationCurve",
                "",
                "AnimCurve",
                "",
                List.of(
                        FbxRecord.leaf("KeyTime", new FbxValue.Longs(new long[] {0, FbxTime.TICKS})),
                        FbxRecord.leaf("KeyValueFloat", new FbxValue.Floats(new float[] {0, 4})),
                        FbxRecord.leaf("KeyAttrFlags", new FbxValue.Ints(new int[] {4})),
                        FbxRecord.leaf("KeyAttrDataFloat", new FbxValue.Floats(new float[4])),
                        FbxRecord.leaf("KeyAttrRefCount", new FbxValue.Ints(new int[] {2}))));
        build.connect(curve, curveNode, "d|Z");
        Clip c = read().clips().getFirst();
        assertThat(c.startSeconds()).isEqualTo(0.5);
        assertThat(c.endSeconds()).isEqualTo(1.5);
        var t = c.nodes().getFirst();
        assertThat(t.curve(Channel.TRANSLATE_X)).as("says what the node says").isNull();
        assertThat(java.util.Objects.requireNonNull(t.curve(Channel.TRANSLATE_Y))
                        .at(7))
                .isEqualTo(9);
        assertThat(java.util.Objects.requireNonNull(t.curve(Channel.TRANSLATE_Z))
                        .at(0.25))
                .isEqualTo(1);
    }

    private long stack(String name) {
        return build.object("AnimationStack", name, "AnimStack", "", List.of());
    }

    private long layer(long stack, String name, FbxRecord... properties) {
        long layer = build.object(
                "AnimationLayer", name, "AnimLayer", "", List.of(FbxBuild.properties(List.of(properties))));
        build.connect(layer, stack);
        return layer;
    }

    private void still(long layer, long target, String property, double x) {
        long node = build.object(
                "AnimationCurveNode",
                "n",
                "AnimCurveNode",
                "",
                List.of(FbxBuild.properties(
                        List.of(FbxBuild.animated(property.startsWith("Lcl") ? "d|X" : "d|" + property, x)))));
        build.connect(node, layer);
        build.connect(node, target, property);
    }

    @Test
    void layersKeepTheirModesWeightsAndOrder() throws FormatException {
        long node = model("n", "LimbNode");
        long s = stack("s");
        still(layer(s, "base"), node, "Lcl Translation", 5);
        long over = layer(
                s,
                "over",
                FbxBuild.animated("Weight", 40),
                FbxBuild.choice("BlendMode", 2),
                FbxBuild.choice("RotationAccumulationMode", 1),
                FbxBuild.choice("ScaleAccumulationMode", 1));
        still(over, node, "Lcl Translation", 15);
        layer(s, "quiet", FbxBuild.flag("Mute", true));
        Clip c = read().clips().getFirst();
        assertThat(c.length()).as("no key moves").isZero();
        assertThat(c.nodes()).hasSize(1);
        assertThat(c.layers()).extracting(ClipLayer::name).containsExactly("over", "quiet");
        ClipLayer l = c.layers().getFirst();
        assertThat(l.blend()).isEqualTo(ClipLayer.Blend.MIX);
        assertThat(l.weight().at(0)).isEqualTo(0.4);
        assertThat(l.turnsWhole()).isFalse();
        assertThat(l.scalesMultiply()).isFalse();
        assertThat(c.layers().get(1).muted()).isTrue();
        assertThat(new Pose(read()).at(c, 0).channels(0)[0]).isCloseTo(9, within(1e-12));
    }

    @Test
    void aMutedLowestLayerMovesNothingAndIsNotLost() throws FormatException {
        long node = model("n", "LimbNode");
        long s = stack("s");
        still(layer(s, "base", FbxBuild.flag("Mute", true)), node, "Lcl Translation", 5);
        Scene scene = read();
        Clip c = scene.clips().getFirst();
        assertThat(new Pose(scene).at(c, 0).channels(0)[0]).isZero();
        assertThat(c.layers().getFirst().nodes()).hasSize(1);
    }

    @Test
    void otherPropertiesThatMoveAreReadWithWhatTheyBelongTo() throws FormatException {
        long node = model("n", "Null");
        long eye = model("eye", "Camera");
        long lens = build.object("NodeAttribute", "eye", "NodeAttribute", "Camera", List.of());
        build.connect(lens, eye);
        long material = build.object("Material", "m", "Material", "", List.of());
        long stranger = build.object("Constraint", "c", "Constraint", "Aim", List.of());
        long base = layer(stack("s"), "base");
        still(base, node, "Visibility", 1);
        still(base, lens, "FocalLength", 80);
        still(base, material, "Opacity", 0.5);
        still(base, stranger, "Weight", 1);
        Scene s = read();
        assertThat(s.clips().getFirst().values())
                .extracting(v -> v.subject() + " " + v.index() + " " + v.property() + " "
                        + v.curve().at(0))
                .containsExactlyInAnyOrder(
                        "NODE 0 Visibility 1.0", "ATTRIBUTE 1 FocalLength 80.0", "MATERIAL 0 Opacity 0.5");
        assertThat(s.notes())
                .anyMatch(n -> n.contains("animated properties of objects that are not read, left out: 1"));
    }
}
