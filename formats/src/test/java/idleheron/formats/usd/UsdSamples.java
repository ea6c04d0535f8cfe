package idleheron.formats.usd;

import idleheron.formats.usd.files.Layers;
import idleheron.formats.usd.layer.Layer;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/** Layers of the reference library and texts to make them from. */
final class UsdSamples {
    static final List<String> TEXTS = List.of("rig_small.usda", "rig_ts.usda", "types.usda");
    static final List<String> CRATES = List.of("rig_small-ref22.usdc", "rig_ts-ref22.usdc", "types-ref22.usdc");

    private UsdSamples() {}

    static byte[] bytes(String name) throws IOException {
        try (var in = UsdSamples.class.getResourceAsStream(name)) {
            return Objects.requireNonNull(in, name).readAllBytes();
        }
    }

    static Layer layer(String name) throws IOException {
        List<String> notes = new ArrayList<>();
        Layer out = Layers.read(name, MemorySegment.ofArray(bytes(name)), notes);
        org.assertj.core.api.Assertions.assertThat(notes).isEmpty();
        return out;
    }

    static Layer text(String body) throws IOException {
        return Layers.read(
                "text.usda",
                MemorySegment.ofArray(("#usda 1.0\n" + body).getBytes(StandardCharsets.UTF_8)),
                new ArrayList<>());
    }

    /** A prim of one triangle, and what else it says. */
    static String mesh(String name, String more) {
        return """
                def Mesh "%s" {
                    int[] faceVertexCounts = [3]
                    int[] faceVertexIndices = [0, 1, 2]
                    point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
                    %s
                }
                """.formatted(name, more);
    }

    /** All samples in a folder. */
    static void into(Path folder) throws IOException {
        for (String name : List.of(
                "rig_small.usda",
                "rig_ts.usda",
                "types.usda",
                "sub.usda",
                "rig_small-ref22.usdc",
                "rig_ts-ref22.usdc",
                "types-ref22.usdc",
                "rig_ts-ref22.usdz")) {
            Files.write(folder.resolve(name), bytes(name));
        }
    }

    static Layer file(Path file) throws IOException {
        return Layers.read(
                String.valueOf(file.getFileName()), MemorySegment.ofArray(Files.readAllBytes(file)), new ArrayList<>());
    }
}
