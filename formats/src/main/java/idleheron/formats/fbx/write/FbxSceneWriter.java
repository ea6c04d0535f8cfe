package idleheron.formats.fbx.write;

import static idleheron.formats.fbx.document.FbxBuild.leaf;

import idleheron.core.math.SignedAxis;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxTime;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.fbx.parts.FbxUserProperties;
import java.util.ArrayList;
import java.util.List;

/** The bridge from a scene to a document. The same scene always gives the same document. */
public final class FbxSceneWriter {
    private static final byte[] FILE_ID = java.util.HexFormat.of().parseHex("28b32aebb624ccc2bfc8b02aa92bfcf1");
    private static final String CREATION_TIME = "1970-01-01 10:00:00:000";

    private FbxSceneWriter() {}

    /**
     * @param version 7400 or 7500
     */
    public static FbxDocument write(Scene scene, int version) {
        FbxBuild build = new FbxBuild();
        FbxNodeWriter nodeWriter = new FbxNodeWriter(scene, build);
        long[] nodes = nodeWriter.write();
        FbxSurfaceWriter.Ids surfaces = FbxSurfaceWriter.write(scene, build);
        FbxMeshWriter meshes = new FbxMeshWriter(build);
        FbxSkinWriter skins = new FbxSkinWriter(scene, build, nodes);
        List<long[]> shapes = new ArrayList<>();
        for (int m = 0; m < scene.meshes().size(); m++) {
            Mesh mesh = scene.meshes().get(m);
            long id = meshes.write(mesh);
            for (int n = 0; n < nodes.length; n++) {
                Node node = scene.nodes().get(n);
                if (node.kind() == NodeKind.MESH && node.payload() == m) {
                    build.connect(id, nodes[n]);
                }
            }
            skins.write(m, id);
            shapes.add(meshes.shapes(mesh, id));
        }
        for (int n = 0; n < nodes.length; n++) {
            for (int slot : scene.nodes().get(n).materials()) {
                if (slot >= 0) {
                    build.connect(surfaces.materials()[slot], nodes[n]);
                }
            }
        }
        skins.bindPose();
        for (Clip clip : scene.clips()) {
            new FbxClipWriter(scene, build, nodes, nodeWriter.attributes, surfaces.materials(), shapes).write(clip);
        }
        FbxKeepsakeWriter.write(scene, build, nodes, nodeWriter.attributes, surfaces);
        List<FbxRecord> top = List.of(
                header(scene.stage(), version),
                FbxRecord.leaf("FileId", new FbxValue.Blob(FILE_ID)),
                leaf("CreationTime", CREATION_TIME),
                leaf("Creator", scene.stage().writer()),
                settings(scene.stage()),
                documents(scene),
                FbxRecord.scope("References", List.of(), List.of()),
                definitions(build),
                FbxRecord.scope("Objects", List.of(), build.objects()),
                FbxRecord.scope("Connections", List.of(), build.connections()),
                takes(scene));
        return new FbxDocument(version, false, top, null, List.of());
    }

    private static FbxRecord header(Stage stage, int version) {
        return FbxRecord.scope(
                "FBXHeaderExtension",
                List.of(),
                List.of(
                        leaf("FBXHeaderVersion", 1003),
                        leaf("FBXVersion", version),
                        leaf("EncryptionType", 0),
                        leaf("Creator", stage.writer())));
    }

    private static FbxRecord settings(Stage stage) {
        int mode = FbxTime.mode(stage.rate());
        List<FbxRecord> p = new ArrayList<>();
        axis("UpAxis", stage.axes().up(), p);
        axis("FrontAxis", stage.axes().front(), p);
        axis("CoordAxis", stage.axes().right(), p);
        p.add(FbxBuild.number("UnitScaleFactor", stage.metersPerUnit() * 100));
        p.add(FbxBuild.choice("TimeMode", mode));
        p.add(FbxBuild.time("TimeSpanStart", stage.startSeconds()));
        p.add(FbxBuild.time("TimeSpanStop", stage.endSeconds()));
        p.add(FbxBuild.number(
                "CustomFrameRate", mode == FbxTime.CUSTOM ? stage.rate().perSecond() : -1));
        FbxUserProperties.write(stage.properties(), p);
        // In the order in which they come back: by name.
        usual(p, FbxBuild.number("OriginalUnitScaleFactor", stage.metersPerUnit() * 100));
        usual(p, FbxBuild.integer("OriginalUpAxis", -1));
        usual(p, FbxBuild.integer("OriginalUpAxisSign", 1));
        return FbxRecord.scope("GlobalSettings", List.of(), List.of(leaf("Version", 1000), FbxBuild.properties(p)));
    }

    /** Adds a property unless one of its name is there. */
    private static void usual(List<FbxRecord> p, FbxRecord property) {
        if (p.stream().noneMatch(x -> x.text(0).equals(property.text(0)))) {
            p.add(property);
        }
    }

    private static void axis(String name, SignedAxis axis, List<FbxRecord> p) {
        p.add(FbxBuild.integer(name, axis.axis()));
        p.add(FbxBuild.integer(name + "Sign", axis.sign()));
    }

    private static FbxRecord documents(Scene scene) {
        String active = scene.clips().isEmpty() ? "" : scene.clips().getFirst().name();
        FbxRecord document = FbxRecord.scope(
                "Document",
                List.of(new FbxValue.Int64(1_000_000), FbxBuild.text("Scene"), FbxBuild.text("Scene")),
                List.of(
                        FbxBuild.properties(List.of(FbxBuild.words("ActiveAnimStackName", active))),
                        FbxRecord.leaf("RootNode", new FbxValue.Int64(0))));
        return FbxRecord.scope("Documents", List.of(), List.of(leaf("Count", 1), document));
    }

    private static FbxRecord definitions(FbxBuild build) {
        int all = 1 + build.counts().values().stream().mapToInt(i -> i).sum();
        List<FbxRecord> c =
                new ArrayList<>(List.of(leaf("Version", 100), leaf("Count", all), type("GlobalSettings", 1)));
        build.counts().forEach((kind, count) -> c.add(type(kind, count)));
        return FbxRecord.scope("Definitions", List.of(), c);
    }

    private static FbxRecord type(String kind, int count) {
        return FbxRecord.scope("ObjectType", List.of(FbxBuild.text(kind)), List.of(leaf("Count", count)));
    }

    private static FbxRecord takes(Scene scene) {
        String current = scene.clips().isEmpty() ? "" : scene.clips().getFirst().name();
        List<FbxRecord> c = new ArrayList<>(List.of(leaf("Current", current)));
        for (Clip clip : scene.clips()) {
            long start = FbxTime.ticks(clip.startSeconds());
            long end = FbxTime.ticks(clip.endSeconds());
            c.add(FbxRecord.scope(
                    "Take",
                    List.of(FbxBuild.text(clip.name())),
                    List.of(
                            leaf("FileName", clip.name().replace(' ', '_') + ".tak"),
                            FbxRecord.leaf("LocalTime", new FbxValue.Int64(start), new FbxValue.Int64(end)),
                            FbxRecord.leaf("ReferenceTime", new FbxValue.Int64(start), new FbxValue.Int64(end)))));
        }
        return FbxRecord.scope("Takes", List.of(), c);
    }
}
