package idleheron.formats.fbx.read;

import static idleheron.core.Messages.say;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.scene.Stage;
import idleheron.core.time.FrameRate;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxTime;
import idleheron.formats.fbx.parts.FbxProperties;
import idleheron.formats.fbx.parts.FbxUserProperties;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** {@code GlobalSettings} to the stage's declarations. {@code UnitScaleFactor} is centimetres per unit. */
final class FbxStageReader {
    /** What is read; the rest, such as the axes and unit the file was first written in, is carried. */
    private static final Set<String> KNOWN = Set.of(
            "UpAxis",
            "UpAxisSign",
            "FrontAxis",
            "FrontAxisSign",
            "CoordAxis",
            "CoordAxisSign",
            "UnitScaleFactor",
            "TimeMode",
            "CustomFrameRate",
            "TimeSpanStart",
            "TimeSpanStop");

    private FbxStageReader() {}

    static Stage read(FbxDocument document, List<String> notes) {
        FbxProperties p = new FbxProperties(document.record("GlobalSettings"), Map.of());
        double unit = p.number("UnitScaleFactor", 1);
        if (!(unit > 0) || Double.isInfinite(unit)) {
            notes.add(say("formats.fbx.read.FbxStageReader.unitscalefactor-is-not-usable-1-is", unit));
            unit = 1;
        }
        FrameRate rate = FbxTime.rate((int) p.integer("TimeMode", 0), p.number("CustomFrameRate", -1));
        FbxTime time = FbxTime.of(document);
        double start = time.seconds(p.integer("TimeSpanStart", 0));
        double end = time.seconds(p.integer("TimeSpanStop", 0));
        return new Stage(
                axes(p, notes), unit / 100, rate, start, end, writer(document), FbxUserProperties.read(p, KNOWN));
    }

    private static AxisSystem axes(FbxProperties p, List<String> notes) {
        try {
            return new AxisSystem(axis(p, "UpAxis", 1), axis(p, "FrontAxis", 2), axis(p, "CoordAxis", 0));
        } catch (IllegalArgumentException e) {
            notes.add(say("formats.fbx.read.FbxStageReader.the-declared-axes-are-not-usable", e.getMessage()));
            return AxisSystem.COMMON;
        }
    }

    private static SignedAxis axis(FbxProperties p, String name, int otherwise) {
        int axis = (int) p.integer(name, otherwise);
        return SignedAxis.of(axis, (int) p.integer(name + "Sign", 1));
    }

    private static String writer(FbxDocument document) {
        FbxRecord header = document.record("FBXHeaderExtension");
        String inside = header == null ? "" : header.childText("Creator");
        FbxRecord top = document.record("Creator");
        return inside.isEmpty() && top != null ? top.text(0) : inside;
    }
}
