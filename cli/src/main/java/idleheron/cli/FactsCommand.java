package idleheron.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.Figure;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Role;
import idleheron.core.cache.Samples;
import idleheron.core.inspect.Facts;
import idleheron.core.job.Progress;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Material;
import idleheron.core.scene.Mesh;
import idleheron.core.scene.MeshLayer;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Skin;
import idleheron.core.scene.Texture;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.spi.Layered;
import idleheron.formats.spi.LayeredFile;
import idleheron.formats.spi.SceneFormat;
import idleheron.report.FactsJson;
import idleheron.report.Json;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Tells what a file holds. */
@Command(name = "facts", mixinStandardHelpOptions = true, description = "What a file holds.")
@SuppressWarnings("NullAway.Init")
final class FactsCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(paramLabel = "FILE")
    Path file;

    /** So many objects of a cache are listed for a person. */
    private static final int SHOWN = 40;

    @Mixin
    Reading reading = new Reading();

    @Option(names = "--json", description = "as JSON")
    boolean json;

    @Option(names = "--checksums", description = "with sums that another reader can be held against")
    boolean checksums;

    @Override
    public Integer call() throws IOException {
        SceneFormat.ReadScene in = reading.way().read(file, Progress.NONE);
        Reading.mark(in.scene(), spec.commandLine().getErr());
        PrintWriter out = spec.commandLine().getOut();
        if (json) {
            ObjectNode facts = FactsJson.of(
                    in.scene(), String.valueOf(file.getFileName()), in.format(), in.variant(), in.bytes(), checksums);
            layers(in)
                    .forEach(l -> facts.withArray("layers")
                            .addObject()
                            .put("name", l.name())
                            .put("way", l.way())
                            .put("form", l.form())
                            .put("bytes", l.bytes()));
            String text = Json.text(facts);
            FileBytes.settled();
            out.println(text);
        } else {
            print(in, out);
            layers(in)
                    .forEach(l -> out.println("  layer        " + l.name() + ": " + l.way() + ", " + l.form() + ", "
                            + l.bytes() + " bytes"));
        }
        return Main.CLEAN;
    }

    /** Of a file that is put together what it is made of, the top first. */
    private List<LayeredFile.LayerLine> layers(SceneFormat.ReadScene in) throws IOException {
        Layered layered = SceneFiles.named(in.format()).layered();
        return layered == null || in.scene().isRescued()
                ? List.of()
                : layered.look(file, Progress.NONE).layerLines();
    }

    private static void print(SceneFormat.ReadScene in, PrintWriter out) {
        Scene s = in.scene();
        Facts f = new Facts(s);
        out.println(s.name() + ": " + in.format() + " " + in.variant() + ", " + in.bytes() + " bytes");
        out.println("  written by   " + s.stage().writer());
        out.println("  axes, unit   " + s.stage().axes().describe() + ", "
                + s.stage().unitLabel());
        out.println("  rate, range  " + s.stage().rate().label() + " /s, frames "
                + Figure.number(s.stage().rate().frame(s.stage().startSeconds())) + " to "
                + Figure.number(s.stage().rate().frame(s.stage().endSeconds())));
        if (!Double.isNaN(f.height())) {
            out.println("  height       " + Figure.number(f.height()) + " m");
        }
        out.println(
                "  nodes        " + s.nodes().size() + ", of them " + s.joints().size() + " joints");
        for (Mesh m : s.meshes()) {
            Skin skin = m.skin();
            out.println("  mesh         " + m.name() + ": " + m.pointCount() + " points, " + m.faceCount() + " faces, "
                    + m.shapes().size() + " blend shapes"
                    + (skin == null
                            ? ""
                            : ", skinned to " + skin.joints().length + " joints, at most " + skin.maxInfluences()
                                    + " on a point"
                                    + (skin.style().isPlain()
                                            ? ""
                                            : ", " + skin.style().method().label())));
            for (MeshLayer l : m.layers()) {
                out.println("                 " + l.kind().label() + " by "
                        + l.domain().name().toLowerCase(java.util.Locale.ROOT) + ", " + l.entries() + " values"
                        + (l.name().isEmpty() ? "" : ", " + l.name()));
            }
        }
        for (Volume v : s.volumes()) {
            volume(v, out);
        }
        for (Cache c : s.caches()) {
            cache(c, out);
        }
        for (Clip c : s.clips()) {
            out.println("  clip         " + c.name() + ": frames " + Figure.number(c.firstFrame()) + " to "
                    + Figure.number(c.lastFrame()) + " at " + c.rate().label() + " /s, "
                    + c.movedNodes().size() + " nodes move"
                    + (c.isLayered() ? ", " + c.layers().size() + " layers on top" : "")
                    + (c.values().isEmpty() ? "" : ", " + c.values().size() + " other properties move"));
        }
        for (Material m : s.materials()) {
            out.println("  material     " + m.name() + ": "
                    + (m.model().isEmpty() ? "no model" : m.model()) + ", "
                    + counted(m.uses().size(), "picture") + ", "
                    + counted(m.properties().size(), "value") + " kept as they are");
        }
        for (Texture t : s.textures()) {
            byte[] inside = t.content();
            out.println("  picture      " + t.fileName() + ": "
                    + (inside != null ? "inside, " + inside.length + " bytes" : t.found() ? "found" : "missing"));
        }
        s.lost().forEach(l -> out.println("  lost         " + l.text()));
        s.notes().forEach(n -> out.println("  note         " + n));
    }

    private static void volume(Volume v, PrintWriter out) {
        List<Integer> missing = v.missing();
        out.println("  volume       " + v.name() + ": "
                + (v.padding() == 0
                        ? "one file"
                        : "frames " + v.first() + " to " + v.last() + ", "
                                + counted(v.frames().size(), "file")
                                + (missing.isEmpty() ? "" : ", " + missing.size() + " missing")));
        for (GridHeader h : v.headers(v.frames().getFirst())) {
            double[] size = h.map().voxelSize();
            boolean even = size[0] == size[1] && size[1] == size[2];
            out.println("  grid         " + h.label() + ": " + h.typeName() + ", " + h.gridClass() + ", voxel "
                    + Figure.number(size[0])
                    + (even ? "" : " × " + Figure.number(size[1]) + " × " + Figure.number(size[2]))
                    + (h.voxels() < 0 ? "" : ", " + h.voxels() + " active voxels")
                    + ", " + h.compression() + (h.half() ? ", halves" : "")
                    + (h.type() == null && !h.typeName().startsWith("ptdata")
                            ? ", voxels of this kind are not read"
                            : ""));
        }
        v.frames().stream()
                .filter(Volume.Frame::isBroken)
                .forEach(f -> out.println("  broken       " + f.file() + ": " + f.fault()));
    }

    private static void cache(Cache c, PrintWriter out) {
        out.println("  cache        " + c.name() + ": " + counted(c.entries().size(), "object") + ", "
                + c.count(CacheKind.MESH) + " meshes, " + c.count(CacheKind.TRANSFORM) + " transforms, "
                + c.count(CacheKind.INSTANCE) + " instances");
        c.entries().stream().limit(SHOWN).forEach(e -> {
            CacheNode n = e.node();
            Samples s = n.get(Role.POSITIONS) == null ? n.get(Role.CHANNELS) : n.get(Role.POSITIONS);
            out.println("  object       " + e.path() + ": " + n.kind().label()
                    + (n.source().isEmpty() ? "" : " of " + n.source())
                    + (n.kind().isMesh()
                            ? ", " + new CacheMesh(n).points(0) + " points, " + new CacheMesh(n).topology()
                            : "")
                    + (s == null ? "" : ", " + counted(s.count(), "sample") + (s.constant() ? ", constant" : "")));
        });
        if (c.entries().size() > SHOWN) {
            out.println("               and " + (c.entries().size() - SHOWN) + " more; --json tells all");
        }
    }

    private static String counted(int n, String what) {
        return n + " " + what + (n == 1 ? "" : "s");
    }
}
