package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.condition.EnabledIfEnvironmentVariable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Files that other programs wrote, on request: {@code HERON_SAMPLES} names a folder of them. Each opens, and where two
 * independent readers ({@code HERON_ORACLES}) agree on it, we agree with them.
 */
@EnabledIfEnvironmentVariable(named = "HERON_ORACLES", matches = ".+")
@EnabledIfEnvironmentVariable(named = "HERON_SAMPLES", matches = ".+")
class SamplesTest {
    private static final double LIMIT = 1e-4;

    static List<Path> files() throws IOException {
        try (Stream<Path> all = Files.list(Path.of(System.getenv("HERON_SAMPLES")))) {
            return all.filter(f -> f.toString().toLowerCase(Locale.ROOT).endsWith(".fbx"))
                    .sorted()
                    .toList();
        }
    }

    @ParameterizedTest
    @MethodSource("files")
    void whereTwoIndependentReadersAgreeWeAgreeWithThem(Path file) throws IOException {
        Scene s = SceneFiles.read(file, Progress.NONE).scene();
        List<Oracle> both = Oracle.both(file);
        Oracle a = both.get(0);
        Oracle b = both.get(1);
        StringBuilder told = new StringBuilder(String.valueOf(file.getFileName()));
        if (!a.refusal().isEmpty() || !b.refusal().isEmpty()) {
            told.append(": one ")
                    .append(a.refusal().isEmpty() ? "opens" : a.refusal())
                    .append(", two ")
                    .append(b.refusal().isEmpty() ? "opens" : b.refusal());
        }
        double size = size(s);
        Pose pose = new Pose(s);
        Map<String, Vec3> ours = positions(s, pose.rest());
        told.append("; rest ").append(hold(ours, a.rest(), b.rest(), size));
        for (Clip c : s.clips()) {
            List<Map<String, Vec3>> ma = a.motion(c.name());
            List<Map<String, Vec3>> mb = b.motion(c.name());
            for (int i = 0; i < Math.min(ma.size(), mb.size()); i++) {
                double start = c.startSeconds();
                // One counts from the start of the clip, the other from zero; asked beyond the end it stays there.
                pose.at(c, start + Oracle.SECONDS[i]);
                if (start == 0) {
                    told.append("; ").append(hold(positions(s, pose), ma.get(i), mb.get(i), size));
                }
            }
        }
        if (a.triangles() == b.triangles() && a.triangles() > 0) {
            assertThat(s.nodes().stream()
                            .filter(n -> n.kind() == idleheron.core.scene.NodeKind.MESH)
                            .mapToInt(n -> s.meshes().get(n.payload()).triangles().length / 3)
                            .sum())
                    .isEqualTo(a.triangles());
            told.append("; ").append(a.triangles()).append(" triangles");
        }
        if (a.joints() == b.joints() && a.joints() > 0) {
            assertThat(joints(s)).isEqualTo(a.joints());
            told.append("; ").append(a.joints()).append(" joints");
        }
        if (Math.abs(a.weightSum("weightSumMin") - b.weightSum("weightSumMin")) < LIMIT) {
            assertThat(weightSum(s))
                    .isCloseTo(a.weightSum("weightSumMin"), org.assertj.core.api.Assertions.within(LIMIT));
            told.append("; least sum of weights ").append(a.weightSum("weightSumMin"));
        }
        System.out.println(told);
    }

    private static double size(Scene s) {
        double most = 1e-9;
        for (Vec3 v : positions(s, new Pose(s)).values()) {
            most = Math.max(most, v.length());
        }
        for (Mesh m : s.meshes()) {
            for (double v : m.points()) {
                most = Math.max(most, Math.abs(v));
            }
        }
        return most;
    }

    private static Map<String, Vec3> positions(Scene s, Pose pose) {
        Map<String, Vec3> out = new HashMap<>();
        Map<String, Integer> count = new HashMap<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            out.put(s.nodes().get(i).name(), Matrices.translation(pose.world(i)));
            count.merge(s.nodes().get(i).name(), 1, Integer::sum);
        }
        count.forEach((name, n) -> {
            if (n > 1) {
                out.remove(name);
            }
        });
        return out;
    }

    /** Holds ours where both others agree; gives how many were held and the worst of them. */
    private static String hold(Map<String, Vec3> ours, Map<String, Vec3> a, Map<String, Vec3> b, double size) {
        int held = 0;
        double worst = 0;
        for (Map.Entry<String, Vec3> e : a.entrySet()) {
            Vec3 other = b.get(e.getKey());
            Vec3 mine = ours.get(e.getKey());
            if (other != null && mine != null && e.getValue().distance(other) <= LIMIT * size) {
                held++;
                worst = Math.max(worst, mine.distance(e.getValue()) / size);
            }
        }
        assertThat(worst).isLessThan(LIMIT);
        return held + " positions " + String.format(Locale.ROOT, "%.1e", worst);
    }

    private static int joints(Scene s) {
        int most = 0;
        for (Mesh m : s.meshes()) {
            Skin k = m.skin();
            most = Math.max(most, k == null ? 0 : k.joints().length);
        }
        return most;
    }

    private static double weightSum(Scene s) {
        double least = Double.POSITIVE_INFINITY;
        for (Mesh m : s.meshes()) {
            Skin k = m.skin();
            for (int p = 0; k != null && p < k.points(); p++) {
                least = Math.min(least, k.sum(p));
            }
        }
        return least;
    }
}
