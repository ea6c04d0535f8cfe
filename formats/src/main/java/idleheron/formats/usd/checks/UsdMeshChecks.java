package idleheron.formats.usd.checks;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.read.UsdRead;

/** What goes wrong with mesh prims. */
final class UsdMeshChecks {
    private final UsdChecks checks;

    UsdMeshChecks(UsdChecks checks) {
        this.checks = checks;
    }

    void mesh(ComposedPrim p) {
        boolean normals = p.property("normals") != null || p.property("primvars:normals") != null;
        String scheme = UsdRead.word(p, SetSubdivision.ATTRIBUTE, "catmullClark");
        boolean told = p.property(SetSubdivision.ATTRIBUTE) != null;
        if (!scheme.equals("none") && (normals || !told)) {
            checks.add(Finding.of("subdivided-unasked", normals ? Severity.BREAKS : Severity.DRIFTS, Topic.SURFACES)
                    .says(
                            say(
                                    "formats.usd.checks.UsdMeshChecks.the-mesh-is-subdivided",
                                    (told
                                            ? say("formats.usd.checks.UsdMeshChecks.and-its-normals-are-not-used")
                                            : say("formats.usd.checks.UsdMeshChecks.because-nobody-says-that-it-is"))),
                            p.name()
                                    + (told
                                            ? say("formats.usd.checks.UsdMeshChecks.says", scheme)
                                            : say("formats.usd.checks.UsdMeshChecks.says-nothing-so-the-standard-s"))
                                    + (normals
                                            ? say(
                                                    "formats.usd.checks.UsdMeshChecks.it-carries-normals-which-only-polygons")
                                            : say(
                                                    "formats.usd.checks.UsdMeshChecks.corners-get-round-and-points-move")))
                    .measured(Figure.of(1, say("formats.usd.checks.UsdMeshChecks.meshes"), p.path()))
                    .because(say("formats.usd.checks.UsdMeshChecks.the-writer-took-polygons-for-granted"))
                    .mendedBy(new SetSubdivision("none")));
        }
        if (UsdRead.word(p, "orientation", "rightHanded").equals("leftHanded")) {
            checks.add(Finding.of("faces-left-handed", Severity.DRIFTS, Topic.SURFACES)
                    .says(
                            say("formats.usd.checks.UsdMeshChecks.faces-run-clockwise"),
                            say("formats.usd.checks.UsdMeshChecks.says-that-its-faces-are-left", p.name()))
                    .measured(Figure.of(1, say("formats.usd.checks.UsdMeshChecks.meshes"), p.path()))
                    .because(say("formats.usd.checks.UsdMeshChecks.it-came-through-a-cache-whose")));
        }
        for (String name : p.propertyNames()) {
            if (name.startsWith("primvars:") && !name.endsWith(":indices")) {
                length(p, name);
            }
        }
    }

    private void length(ComposedPrim p, String name) {
        ComposedProperty q = p.property(name);
        Numbers counts = UsdRead.numbers(p, "faceVertexCounts");
        Numbers corners = UsdRead.numbers(p, "faceVertexIndices");
        Numbers points = UsdRead.numbers(p, "points");
        if (q == null
                || !(q.first() instanceof Numbers v)
                || !v.array()
                || counts == null
                || corners == null
                || points == null) {
            return;
        }
        String over = q.metadata(Field.INTERPOLATION) instanceof TextValue w ? w.first() : "constant";
        long size = q.metadata(Field.ELEMENT_SIZE) instanceof Numbers n ? (long) n.first() : 1;
        Numbers index = UsdRead.numbers(p, name + ":indices");
        long count = index == null ? v.count() : index.count();
        long needed = size
                * switch (over) {
                    case "constant" -> 1;
                    case "uniform" -> counts.count();
                    case "faceVarying" -> corners.count();
                    default -> points.count();
                };
        boolean wrong = over.equals("constant") ? index == null && count < needed : count != needed;
        if (wrong) {
            checks.add(Finding.of("primvar-length", Severity.BREAKS, Topic.SURFACES)
                    .says(
                            say("formats.usd.checks.UsdMeshChecks.values-do-not-fit-the-mesh"),
                            say(
                                    "formats.usd.checks.UsdMeshChecks.of-has-values-and-asks-for",
                                    name,
                                    p.name(),
                                    count,
                                    over,
                                    needed))
                    .measured(Figure.of(
                            (double) (count - needed), say("formats.usd.checks.UsdMeshChecks.values"), p.path()))
                    .because(say("formats.usd.checks.UsdMeshChecks.points-or-faces-changed-after-it")));
        }
    }
}
