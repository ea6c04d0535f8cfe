package idleheron.app;

import idleheron.core.job.Progress;
import idleheron.core.kind.Content;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Outline;
import idleheron.formats.spi.Salvage;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;

/**
 * The smallest carrier that there can be, as a measure of what one has to say of itself. A text of lines: "toy", the name of the
 * one mesh, three coordinates for each of three points in metres, Y up; then for each bead its name and size in millimetres.
 */
public final class ToyCarrier implements SceneFormat {
    @Override
    public String name() {
        return "Toy";
    }

    @Override
    public List<String> endings() {
        return List.of("toy");
    }

    @Override
    public List<String> variants() {
        return List.of("text");
    }

    @Override
    public boolean matches(byte[] head) {
        return new String(head, StandardCharsets.UTF_8).startsWith("toy\n");
    }

    @Override
    public Set<Content> holds() {
        return Set.of(Content.NODES, ToyBeads.STRING);
    }

    @Override
    public ReadScene read(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        String[] lines = new String(bytes.toArray(ValueLayout.JAVA_BYTE), StandardCharsets.UTF_8).split("\n");
        if (lines.length < 5) {
            throw FormatException.in(name, "five lines", lines.length + " lines");
        }
        double[] points = new double[9];
        for (int i = 0; i < 9; i++) {
            points[i] = Double.parseDouble(lines[2 + i / 3].split(" ")[i % 3]);
        }
        Mesh mesh = Mesh.bare(lines[1], points, new int[] {0, 3}, new int[] {0, 1, 2});
        Scene scene = Scene.bare(name, Stage.COMMON)
                .withNodes(List.of(Node.mesh(lines[1], -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(mesh))
                .with(
                        ToyBeads.BEADS,
                        Arrays.stream(lines).skip(5).map(ToyCarrier::bead).toList());
        return new ReadScene(scene, name(), "text", bytes.byteSize());
    }

    private static ToyBeads.Bead bead(String line) {
        String[] words = line.split(" ");
        return new ToyBeads.Bead(words[0], Double.parseDouble(words[1]));
    }

    @Override
    public ReadScene rescue(Path file, MemorySegment bytes, Salvage salvage, Progress progress) throws FormatException {
        return read(file, bytes, progress);
    }

    @Override
    public Outline outline(Path file, MemorySegment bytes, Progress progress) {
        return new Outline("toy", "text", "", 0, List.of());
    }

    @Override
    public void write(Scene scene, String variant, OutputStream out, Progress progress) throws IOException {
        Mesh m = scene.meshes().getFirst();
        List<String> lines = new ArrayList<>(List.of("toy", m.name()));
        for (int p = 0; p < 3; p++) {
            lines.add(m.points()[3 * p] + " " + m.points()[3 * p + 1] + " " + m.points()[3 * p + 2]);
        }
        scene.parts().of(ToyBeads.BEADS).forEach(b -> lines.add(b.name() + " " + b.mm()));
        out.write(String.join("\n", lines).getBytes(StandardCharsets.UTF_8));
    }
}
