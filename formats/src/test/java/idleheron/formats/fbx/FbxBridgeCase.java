package idleheron.formats.fbx;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Scene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.read.FbxSceneReader;
import java.util.ArrayList;
import java.util.List;

/** A document put together record by record. */
abstract class FbxBridgeCase {
    final FbxBuild build = new FbxBuild();
    final List<FbxRecord> settings = new ArrayList<>();

    Scene read() throws FormatException {
        List<FbxRecord> top = List.of(
                FbxRecord.scope("GlobalSettings", List.of(), List.of(FbxBuild.properties(settings))),
                FbxRecord.scope("Objects", List.of(), build.objects()),
                FbxRecord.scope("Connections", List.of(), build.connections()));
        return FbxSceneReader.read("t.fbx", new FbxDocument(7400, false, top, null, List.of()), null);
    }

    long model(String name, String type, FbxRecord... properties) {
        return build.object("Model", name, "Model", type, List.of(FbxBuild.properties(List.of(properties))));
    }

    static FbxRecord vector(String name, double x, double y, double z) {
        return FbxBuild.vector(name, "Vector3D", "", new Vec3(x, y, z));
    }
}
