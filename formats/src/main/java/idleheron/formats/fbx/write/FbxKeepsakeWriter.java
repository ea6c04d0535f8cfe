package idleheron.formats.fbx.write;

import idleheron.core.scene.OpaqueData;
import idleheron.core.scene.Scene;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.parts.FbxKeepsake;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Puts the unread objects of a scene into a document. */
final class FbxKeepsakeWriter {
    private FbxKeepsakeWriter() {}

    /** Puts those of a scene into a document; ties to what is gone fall away. */
    static void write(Scene scene, FbxBuild build, long[] nodes, long[] attributes, FbxSurfaceWriter.Ids surfaces) {
        Map<String, Long> ends = new HashMap<>();
        List<String> paths = scene.paths();
        for (int i = 0; i < nodes.length; i++) {
            ends.putIfAbsent("node " + paths.get(i), nodes[i]);
            if (attributes[i] != 0) {
                ends.putIfAbsent("attribute " + paths.get(i), attributes[i]);
            }
        }
        for (int i = 0; i < surfaces.materials().length; i++) {
            ends.putIfAbsent("material " + scene.materials().get(i).name(), surfaces.materials()[i]);
        }
        for (int i = 0; i < surfaces.textures().length; i++) {
            ends.putIfAbsent("texture " + scene.textures().get(i).name(), surfaces.textures()[i]);
        }
        ends.put("root ", 0L);
        List<FbxKeepsake> all = new ArrayList<>();
        for (OpaqueData k : scene.keepsakes()) {
            if (k instanceof FbxKeepsake f) {
                long id = build.object(
                        f.record().name(),
                        f.name(),
                        f.tag(),
                        type(f.record()),
                        f.record().children());
                ends.put("keepsake " + f.id(), id);
                all.add(f);
            }
        }
        for (FbxKeepsake k : all) {
            long id = java.util.Objects.requireNonNull(ends.get("keepsake " + k.id()));
            for (FbxKeepsake.Tie t : k.ties()) {
                tie(build, id, t, ends.get(t.end() + " " + t.which()));
            }
        }
    }

    private static void tie(FbxBuild build, long id, FbxKeepsake.Tie t, @Nullable Long end) {
        if (end == null) {
            return;
        }
        long source = t.outward() ? id : end;
        long destination = t.outward() ? end : id;
        if (t.property().isEmpty()) {
            build.connect(source, destination);
        } else {
            build.connect(source, destination, t.property());
        }
    }

    private static String type(FbxRecord r) {
        return r.text(2);
    }
}
