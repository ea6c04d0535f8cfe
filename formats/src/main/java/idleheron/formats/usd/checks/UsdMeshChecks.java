package idleheron.formats.usd.checks;

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
                            "The mesh is subdivided"
                                    + (told ? ", and its normals are not used" : " because nobody says that it is not"),
                            p.name()
                                    + (told ? " says " + scheme : " says nothing, so the standard's catmullClark holds")
                                    + (normals
                                            ? "; it carries normals, which only polygons use."
                                            : "; corners get round and points move inwards."))
                    .measured(Figure.of(1, "meshes", p.path()))
                    .because("The writer took polygons for granted.")
                    .mendedBy(new SetSubdivision("none")));
        }
        if (UsdRead.word(p, "orientation", "rightHanded").equals("leftHanded")) {
            checks.add(Finding.of("faces-left-handed", Severity.DRIFTS, Topic.SURFACES)
                    .says(
                            "Faces run clockwise",
                            p.name()
                                    + " says that its faces are left-handed; a receiver that does not look shows them inside out.")
                    .measured(Figure.of(1, "meshes", p.path()))
                    .because("It came through a cache, whose faces run that way."));
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
                            "Values do not fit the mesh",
                            name + " of " + p.name() + " has " + count + " values, and " + over + " asks for " + needed
                                    + ".")
                    .measured(Figure.of((double) (count - needed), "values", p.path()))
                    .because("Points or faces changed after it was written."));
        }
    }
}
