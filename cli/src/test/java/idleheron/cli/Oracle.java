package idleheron.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.math.Vec3;
import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * What an independent reader says of an FBX file.
 *
 * @param fromZero whether it counts time from zero; else from the start of the clip
 */
record Oracle(String name, JsonNode told, boolean fromZero) {
    static final double[] SECONDS = {0, 0.2, 0.45, 0.7, 0.95};

    static boolean isThere() {
        return System.getenv("HERON_ORACLES") != null;
    }

    /** Both readers. */
    static List<Oracle> both(Path file) throws IOException {
        String tools = System.getenv("HERON_ORACLES") + "/fbx/";
        StringBuilder times = new StringBuilder("--times=");
        for (double s : SECONDS) {
            times.append(times.length() > 8 ? "," : "").append(s);
        }
        return List.of(
                new Oracle("one", ask(tools + "fbxfacts-assimp", file.toString(), times.toString()), false),
                new Oracle("two", ask("node", tools + "fbxfacts-three.mjs", file.toString(), times.toString()), true));
    }

    private static JsonNode ask(String... command) throws IOException {
        Process p = new ProcessBuilder(command)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        return new ObjectMapper().readTree(p.getInputStream().readAllBytes());
    }

    /** Why it does not read the file, or "". */
    String refusal() {
        JsonNode e = told.path("error");
        return e.isMissingNode() ? "" : e.isArray() ? e.path(0).asText() : e.asText();
    }

    /** World positions of nodes at rest, where a name occurs once. */
    Map<String, Vec3> rest() {
        Map<String, Vec3> out = new TreeMap<>();
        Map<String, Integer> count = new HashMap<>();
        for (JsonNode n : told.path("nodes")) {
            JsonNode m = n.path("matrixWorld");
            String name = n.path("name").asText();
            count.merge(name, 1, Integer::sum);
            out.put(
                    name,
                    new Vec3(
                            m.path(12).asDouble(),
                            m.path(13).asDouble(),
                            m.path(14).asDouble()));
        }
        count.forEach((name, n) -> {
            if (n > 1) {
                out.remove(name);
            }
        });
        return out;
    }

    /** World positions of nodes or joints in a clip, one map per moment. */
    List<Map<String, Vec3>> motion(String clip) {
        List<Map<String, Vec3>> out = new java.util.ArrayList<>();
        for (JsonNode c : told.path("clips")) {
            if (c.path("name").asText().equals(clip) && out.isEmpty()) {
                for (JsonNode s : c.path("samples")) {
                    Map<String, Vec3> at = new TreeMap<>();
                    s.path("globalPositions")
                            .properties()
                            .forEach(e -> at.put(
                                    e.getKey(),
                                    new Vec3(
                                            e.getValue().path(0).asDouble(),
                                            e.getValue().path(1).asDouble(),
                                            e.getValue().path(2).asDouble())));
                    out.add(at);
                }
            }
        }
        return out;
    }

    /** Distinct positions over all meshes, which is the number of points where no two lie on each other. */
    int points() {
        int sum = 0;
        for (JsonNode m : told.path("meshes")) {
            sum += m.path("distinctPositions").asInt();
        }
        return sum;
    }

    int triangles() {
        int sum = 0;
        for (JsonNode m : told.path("meshes")) {
            sum += m.path("triangles").asInt();
        }
        return sum;
    }

    /** Largest number of joints on one mesh. */
    int joints() {
        int most = 0;
        for (JsonNode m : told.path("meshes")) {
            most = Math.max(most, m.path("skin").path("boneCount").asInt());
        }
        return most;
    }

    double weightSum(String which) {
        double out = Double.NaN;
        for (JsonNode m : told.path("meshes")) {
            JsonNode s = m.path("skin").path(which);
            if (s.isNumber()) {
                double v = s.asDouble();
                out = Double.isNaN(out) ? v : which.endsWith("Min") ? Math.min(out, v) : Math.max(out, v);
            }
        }
        return out;
    }
}
