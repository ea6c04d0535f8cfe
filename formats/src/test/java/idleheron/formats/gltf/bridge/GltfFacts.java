package idleheron.formats.gltf.bridge;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.gltf.document.GltfDocument;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/** Holds a scene against what another reader says of the same document: places of nodes and of points, at rest and over time. */
final class GltfFacts {
    private final GltfSceneReader.Found found;
    private final JsonNode told;

    /** Largest distance, relative to the larger of 1 and the figure, and where. */
    double worst;

    String where = "";
    int compared;

    private GltfFacts(GltfSceneReader.Found found, JsonNode told) {
        this.found = found;
        this.told = told;
    }

    /** @param facts of the reader that takes every influence */
    static GltfFacts of(Path file, Path facts) throws Exception {
        GltfDocument doc = GltfDocument.read(
                String.valueOf(file.getFileName()), file.getParent(), MemorySegment.ofArray(Files.readAllBytes(file)));
        JsonNode all = new ObjectMapper().readTree(facts.toFile());
        GltfFacts f = new GltfFacts(GltfSceneReader.found(doc, "facts", file.getParent()), all.path("transform"));
        f.compare();
        return f;
    }

    Scene scene() {
        return found.scene();
    }

    private void compare() {
        Pose pose = new Pose(found.scene());
        hold(pose, null, 0, told.path("rest"), "rest");
        for (int i = 0; i < told.path("clips").size(); i++) {
            JsonNode c = told.path("clips").get(i);
            Clip clip = found.scene().clips().get(i);
            for (JsonNode s : c.path("samples")) {
                double t = s.path("t").asDouble();
                hold(pose, clip, t, s, clip.name() + " at " + t);
            }
        }
    }

    private void hold(Pose pose, @Nullable Clip clip, double t, JsonNode at, String when) {
        pose.at(clip, t);
        for (Map.Entry<String, JsonNode> e : at.path("nodes").properties()) {
            int told = Integer.parseInt(e.getKey());
            int node = found.nodeOf()[told];
            boolean apart = found.showing().getOrDefault(told, List.of()).contains(node)
                    && found.scene().nodes().get(node).parent() < 0;
            if (node >= 0 && !apart) {
                Matrix4dc w = pose.world(node);
                near(new double[] {w.m30(), w.m31(), w.m32()}, e.getValue(), when + ", node " + told);
            }
        }
        for (Map.Entry<String, JsonNode> e : at.path("points").properties()) {
            int told = Integer.parseInt(e.getKey().split("\\.")[0]);
            for (int node : found.showing().getOrDefault(told, List.of()).stream()
                    .limit(1)
                    .toList()) {
                float[] p = new Surface(pose, node).deform(pose, new Matrix4d());
                for (JsonNode want : e.getValue()) {
                    double best = Double.POSITIVE_INFINITY;
                    double[] nearest = new double[3];
                    for (int i = 0; i < p.length; i += 3) {
                        double d = Math.hypot(
                                Math.hypot(
                                        p[i] - want.path(0).asDouble(),
                                        p[i + 1] - want.path(1).asDouble()),
                                p[i + 2] - want.path(2).asDouble());
                        if (d < best) {
                            best = d;
                            nearest = new double[] {p[i], p[i + 1], p[i + 2]};
                        }
                    }
                    near(nearest, want, when + ", points " + e.getKey());
                }
            }
        }
    }

    private void near(double[] is, JsonNode want, String when) {
        for (int k = 0; k < 3; k++) {
            double w = want.path(k).asDouble();
            double d = Math.abs(is[k] - w) / Math.max(1, Math.abs(w));
            compared++;
            if (!(d <= worst)) {
                worst = d;
                where = when;
            }
        }
    }
}
