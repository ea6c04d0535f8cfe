package idleheron.formats.fbx.coding;

import static idleheron.core.Messages.say;

import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxTime;
import idleheron.formats.fbx.document.FbxValue;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Brings a version 6 document to the records of version 7, so that one bridge reads both.
 *
 * <pre>
 * version 6                                            version 7
 * Objects: Kind: "Class::Name", "Type" { … }           the same with a number in front
 * GlobalSettings among the objects                     at the top
 * Properties60: Property: name, type, flags, values    Properties70: P: name, type, "", flags, values
 * Connect: "OO", "Class::Name", "Class::Name"          C: "OO", number, number; Model::Scene is 0
 * mesh data and Shape inside the Model                 Geometry objects that hang on the Model
 * lens, light and size inside the Model                a NodeAttribute
 * Texture on a Model                                   Texture on the Model's materials
 * Takes: Take: Model: Channel                          see {@link FbxTakes}
 * Version5: Settings: FrameRate                        TimeMode or CustomFrameRate
 * </pre>
 *
 * <p>Written from memory of the format, without a file of another program at hand.
 */
public final class FbxUpgrade {
    private static final int VERSION = 7400;
    private static final String SCENE = "Model::Scene";
    private static final Set<String> MESH_RECORDS =
            Set.of("Vertices", "PolygonVertexIndex", "Edges", "GeometryVersion", "Layer", "NormalsVersion");
    private static final Set<String> OF_NODE = Set.of(
            "Lcl Translation",
            "Lcl Rotation",
            "Lcl Scaling",
            "Visibility",
            "Show",
            "QuaternionInterpolate",
            "InheritType",
            "RotationOrder",
            "RotationActive",
            "PreRotation",
            "PostRotation");
    private static final List<String> OF_NODE_BEGIN =
            List.of("Rotation", "Scaling", "Translation", "Geometric", "Lcl", "Min", "Max");

    private final FbxDocument document;
    private final List<String> notes;
    private final FbxBuild build = new FbxBuild();
    private final Map<String, Long> ids = new HashMap<>();
    private final Map<String, Long> geometries = new HashMap<>();
    private final Map<String, Long> attributes = new HashMap<>();
    private final Map<String, Map<String, Long>> channels = new HashMap<>();
    private final Set<String> leftOut = new java.util.HashSet<>();
    private @Nullable FbxRecord settings;

    private FbxUpgrade(FbxDocument document) {
        this.document = document;
        this.notes = new ArrayList<>(document.notes());
    }

    /** The document itself when it is of version 7 already. */
    public static FbxDocument toSeven(FbxDocument document) {
        return document.version() >= 7000 ? document : new FbxUpgrade(document).upgraded();
    }

    private FbxDocument upgraded() {
        FbxRecord objects = document.record("Objects");
        List<FbxRecord> all = objects == null ? List.of() : objects.children();
        findSwitcher();
        for (FbxRecord o : all) {
            if (o.name().equals("GlobalSettings")) {
                settings = o;
            } else if (!o.name().equals("Pose") && !leftOut.contains(key(o.text(0)))) {
                object(o);
            }
        }
        // Poses name nodes, so they come once all nodes have their numbers.
        all.stream().filter(o -> o.name().equals("Pose")).forEach(this::object);
        connections();
        FbxRecord takes = document.record("Takes");
        if (takes != null) {
            new FbxTakes(build, ids, attributes, channels, notes).read(takes);
        }
        return new FbxDocument(VERSION, document.text(), top(), null, notes);
    }

    private List<FbxRecord> top() {
        List<FbxRecord> out = new ArrayList<>();
        for (FbxRecord r : document.records()) {
            switch (r.name()) {
                case "FBXHeaderExtension" ->
                    out.add(r.withChildren(r.children().stream()
                            .map(c -> c.name().equals("FBXVersion") ? FbxBuild.leaf("FBXVersion", VERSION) : c)
                            .toList()));
                case "CreationTime", "Creator", "FileId" -> out.add(r);
                case "Objects" -> {
                    out.add(settings());
                    out.add(FbxRecord.scope("Objects", List.of(), build.objects()));
                    out.add(FbxRecord.scope("Connections", List.of(), build.connections()));
                }
                default -> {}
            }
        }
        return out;
    }

    /** "Model::hips" of either spelling. */
    static String key(String stored) {
        int zero = stored.indexOf("\0\1");
        return zero < 0 ? stored : stored.substring(zero + 2) + "::" + stored.substring(0, zero);
    }

    /** The cameras of a tool's own views hang on a switch; they are no part of the scene. */
    private void findSwitcher() {
        FbxRecord objects = document.record("Objects");
        for (FbxRecord o : objects == null ? List.<FbxRecord>of() : objects.children()) {
            if (o.text(1).equals("CameraSwitcher")) {
                leftOut.add(key(o.text(0)));
            }
        }
        int before = leftOut.size();
        for (FbxRecord c : connects()) {
            if (leftOut.contains(key(c.text(2)))) {
                leftOut.add(key(c.text(1)));
            }
        }
        if (leftOut.size() > before) {
            notes.add(say("formats.fbx.coding.FbxUpgrade.cameras-of-a-tool-s-own", (leftOut.size() - before)));
        }
    }

    private List<FbxRecord> connects() {
        FbxRecord c = document.record("Connections");
        return c == null ? List.of() : c.children();
    }

    private void object(FbxRecord o) {
        String key = key(o.text(0));
        int colons = key.indexOf("::");
        String name = colons < 0 ? key : key.substring(colons + 2);
        boolean isModel = o.name().equals("Model");
        boolean mesh = isModel && o.child("Vertices") != null;
        List<FbxRecord> own = new ArrayList<>();
        List<FbxRecord> shape = new ArrayList<>();
        for (FbxRecord c : o.children()) {
            if (c.name().equals("Properties60")) {
                own.add(properties(c, isModel ? Part.NODE : Part.ALL));
            } else if (mesh && (MESH_RECORDS.contains(c.name()) || c.name().startsWith("LayerElement"))) {
                shape.add(c);
            } else if (c.name().equals("PoseNode")) {
                own.add(poseNode(c));
            } else if (!(mesh && c.name().equals("Shape"))) {
                own.add(c);
            }
        }
        String tag = colons < 0 ? o.name() : key.substring(0, colons);
        long id = build.object(o.name(), name, tag, o.text(1), own);
        if (ids.putIfAbsent(key, id) != null) {
            notes.add(say("formats.fbx.coding.FbxUpgrade.the-name-is-used-twice-the", key));
        }
        if (mesh) {
            long geometry = build.object("Geometry", name, "Geometry", "Mesh", shape);
            build.connect(geometry, id);
            geometries.put(key, geometry);
            shapes(o, key, name, geometry);
        } else if (isModel) {
            FbxRecord p = o.child("Properties60");
            long attribute = build.object(
                    "NodeAttribute",
                    name,
                    "NodeAttribute",
                    o.text(1),
                    p == null ? List.of() : List.of(properties(p, Part.ATTRIBUTE)));
            build.connect(attribute, id);
            attributes.put(key, attribute);
        }
    }

    /** A pose tells its nodes by name in version 6 and by number in version 7. */
    private FbxRecord poseNode(FbxRecord c) {
        FbxRecord node = c.child("Node");
        Long id = node == null ? null : ids.get(key(node.text(0)));
        return id == null
                ? c
                : c.withChildren(c.children().stream()
                        .map(x -> x == node ? FbxRecord.leaf("Node", new FbxValue.Int64(id)) : x)
                        .toList());
    }

    private enum Part {
        ALL,
        NODE,
        ATTRIBUTE
    }

    private static boolean isOfNode(FbxRecord p) {
        String name = p.text(0);
        return OF_NODE.contains(name)
                || OF_NODE_BEGIN.stream().anyMatch(name::startsWith)
                || p.text(2).contains("U");
    }

    private static FbxRecord properties(FbxRecord old, Part part) {
        List<FbxRecord> out = new ArrayList<>();
        for (FbxRecord p : old.children()) {
            if (p.name().equals("Property") && (part == Part.ALL || isOfNode(p) == (part == Part.NODE))) {
                out.add(property(p));
            }
        }
        return FbxBuild.properties(out);
    }

    private static FbxRecord property(FbxRecord p) {
        List<FbxValue> values = new ArrayList<>(p.values());
        if (values.size() >= 3) {
            values.add(2, FbxBuild.text(""));
        }
        return new FbxRecord("P", values, p.children(), p.scope());
    }

    private void shapes(FbxRecord model, String key, String name, long geometry) {
        Map<String, Long> found = new LinkedHashMap<>();
        long deformer = 0;
        for (FbxRecord s : model.children("Shape")) {
            if (deformer == 0) {
                deformer = build.object(
                        "Deformer", name, "Deformer", "BlendShape", List.of(FbxBuild.leaf("Version", 100)));
                build.connect(deformer, geometry);
            }
            String shape = s.text(0);
            long channel = build.object(
                    "Deformer",
                    shape,
                    "SubDeformer",
                    "BlendShapeChannel",
                    List.of(
                            FbxBuild.leaf("Version", 100),
                            FbxBuild.leaf("DeformPercent", weight(model, shape)),
                            FbxRecord.leaf("FullWeights", new FbxValue.Doubles(new double[] {100}))));
            build.connect(channel, deformer);
            build.connect(build.object("Geometry", shape, "Geometry", "Shape", s.children()), channel);
            found.put(shape, channel);
        }
        channels.put(key, found);
    }

    private static double weight(FbxRecord model, String shape) {
        FbxRecord p = model.child("Properties60");
        for (FbxRecord c : p == null ? List.<FbxRecord>of() : p.children()) {
            if (c.text(0).equals(shape)) {
                return c.number(3, 0);
            }
        }
        return 0;
    }

    private void connections() {
        Map<Long, List<Long>> materials = new HashMap<>();
        Map<Long, List<Long>> textures = new LinkedHashMap<>();
        int lost = 0;
        for (FbxRecord c : connects()) {
            String from = key(c.text(1));
            String to = key(c.text(2));
            Long source = ids.get(from);
            Long destination = to.equals(SCENE) ? Long.valueOf(0) : ids.get(to);
            if (source == null || destination == null) {
                lost += leftOut.contains(from) || leftOut.contains(to) ? 0 : 1;
                continue;
            }
            if (c.text(0).equals("OP")) {
                build.connect(source, destination, c.text(3));
            } else if (from.startsWith("Deformer::") && geometries.containsKey(to)) {
                build.connect(source, java.util.Objects.requireNonNull(geometries.get(to)));
            } else if (from.startsWith("Texture::") && to.startsWith("Model::")) {
                textures.computeIfAbsent(destination, k -> new ArrayList<>()).add(source);
            } else {
                build.connect(source, destination);
                if (from.startsWith("Material::")) {
                    materials
                            .computeIfAbsent(destination, k -> new ArrayList<>())
                            .add(source);
                }
            }
        }
        if (lost > 0) {
            notes.add(say("formats.fbx.coding.FbxUpgrade.connections-name-objects-that-are-not", lost));
        }
        textures.forEach((model, list) -> textures(list, materials.getOrDefault(model, List.of())));
    }

    /** One for one where there are as many as materials, else the first on all of them. */
    private void textures(List<Long> list, List<Long> on) {
        for (int m = 0; m < on.size(); m++) {
            build.connect(list.size() == on.size() ? list.get(m) : list.getFirst(), on.get(m), "DiffuseColor");
        }
    }

    private FbxRecord settings() {
        FbxRecord old = settings == null ? null : settings.child("Properties60");
        List<FbxRecord> p = new ArrayList<>(
                old == null ? List.of() : properties(old, Part.ALL).children());
        boolean told = p.stream().anyMatch(x -> x.text(0).equals("TimeMode"));
        FbxRecord five = document.record("Version5");
        FbxRecord more = five == null ? null : five.child("Settings");
        String rate = more == null ? "" : more.childText("FrameRate");
        if (!told && !rate.isEmpty()) {
            Double perSecond = FbxTextCursor.real(rate);
            if (perSecond != null && perSecond > 0 && perSecond < 1e6) {
                idleheron.core.time.FrameRate r = idleheron.core.time.FrameRate.nearest(perSecond);
                p.add(FbxBuild.choice("TimeMode", FbxTime.mode(r)));
                p.add(FbxBuild.number("CustomFrameRate", r.perSecond()));
            }
        }
        return FbxRecord.scope(
                "GlobalSettings", List.of(), List.of(FbxBuild.leaf("Version", 1000), FbxBuild.properties(p)));
    }
}
