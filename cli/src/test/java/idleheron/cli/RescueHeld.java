package idleheron.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Samples;
import idleheron.core.job.Progress;
import idleheron.core.scene.Lost;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.tree.SparseTree;
import idleheron.report.FactsJson;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/** What was rescued held against the whole file: what is told to be whole, and what is as it was though nobody can tell. */
final class RescueHeld {
    private RescueHeld() {}

    /** How many things are told to be whole; those that are other than in the whole file are named. */
    static int held(Scene got, Scene whole, List<String> wrong) throws IOException {
        int told = nodes(got, whole, wrong) + meshes(got, whole, wrong) + clips(got, whole, wrong);
        boolean stands = got.stands(Lost.What.STAGE, "");
        if (stands
                && (!got.stage().axes().equals(whole.stage().axes())
                        || got.stage().metersPerUnit() != whole.stage().metersPerUnit())) {
            wrong.add("stage");
        }
        return told + volumes(got, whole, wrong) + objects(got, whole, wrong);
    }

    /** Whether a joint, the surface of a mesh or a sample of a cache is as it was, though nobody can tell. */
    static boolean isSomethingTrue(Scene got, Scene whole) {
        Set<String> joints = new TreeSet<>();
        whole.joints()
                .forEach(j -> joints.add(
                        whole.nodes().get(j).name() + whole.nodes().get(j).transform()));
        boolean joint = got.joints().stream()
                .anyMatch(j -> joints.contains(
                        got.nodes().get(j).name() + got.nodes().get(j).transform()));
        boolean mesh = got.meshes().stream()
                .anyMatch(m -> m.pointCount() > 0
                        && whole.meshes().stream()
                                .anyMatch(w -> Arrays.equals(w.points(), m.points())
                                        && Arrays.equals(w.corners(), m.corners())));
        Map<String, Samples> moving = new HashMap<>();
        whole.caches()
                .forEach(c -> c.entries().forEach(e -> {
                    for (ChannelSemantic r : ChannelSemantic.values()) {
                        Samples s = e.node().get(r);
                        if (s != null) {
                            moving.put(e.path() + r, s);
                        }
                    }
                }));
        boolean sample = got.caches().stream()
                .flatMap(c -> c.entries().stream())
                .anyMatch(e -> Arrays.stream(ChannelSemantic.values())
                        .anyMatch(r -> isPartOf(e.node().get(r), moving.get(e.path() + r))));
        return joint || mesh || sample || isSomeVoxelTrue(got, whole);
    }

    /** Whether all active voxels of a grid, of which there are some, are as they were. */
    private static boolean isSomeVoxelTrue(Scene got, Scene whole) {
        for (Volume v : got.volumes()) {
            Volume.Frame f = v.frames().getFirst();
            Volume.Frame w = whole.volumes().getFirst().frames().getFirst();
            for (GridHeader h : f.headers()) {
                try {
                    if (h.type() != null
                            && isPartOf(
                                    f.source().read(h.label(), Progress.NONE).tree(),
                                    w.source().read(h.label(), Progress.NONE).tree())) {
                        return true;
                    }
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            }
        }
        return false;
    }

    private static boolean isPartOf(SparseTree some, SparseTree all) {
        int leaves = 0;
        for (int l = 0; l < some.leaves(); l++) {
            if (Arrays.equals(some.leafMasks(), 8 * l, 8 * l + 8, new long[8], 0, 8)) {
                continue;
            }
            leaves++;
            for (int voxel = 0; voxel < SparseTree.LEAF_VOXELS; voxel++) {
                long at = 512L * l + voxel;
                boolean on = (some.leafMasks()[8 * l + voxel / 64] >> voxel % 64 & 1) != 0;
                boolean was = (all.leafMasks()[8 * l + voxel / 64] >> voxel % 64 & 1) != 0;
                if (on != was
                        || on
                                && some.leafValues().get(at, 0)
                                        != all.leafValues().get(at, 0)) {
                    return false;
                }
            }
        }
        return leaves > 0;
    }

    /** Whether all samples are among others, at the same times. */
    private static boolean isPartOf(@Nullable Samples some, @Nullable Samples all) {
        if (all == null || some == null || some.count() == 0) {
            return false;
        }
        for (int i = 0; i < some.count(); i++) {
            int j = all.times().nearest(some.times().time(i), all.count());
            if (Math.abs(all.times().time(j) - some.times().time(i)) > 1e-9
                    || some.bytes(i).mismatch(all.bytes(j)) >= 0) {
                return false;
            }
        }
        return true;
    }

    private static String title(Scene s, int node) {
        Node n = s.nodes().get(node);
        return n.name() + " under "
                + (n.parent() < 0 ? "" : s.nodes().get(n.parent()).name()) + " " + n.kind() + " " + n.transform();
    }

    private static int nodes(Scene got, Scene whole, List<String> wrong) {
        Set<String> there = new TreeSet<>();
        for (int i = 0; i < whole.nodes().size(); i++) {
            there.add(title(whole, i));
        }
        int told = 0;
        for (int i : got.joints()) {
            if (got.stands(i)) {
                told++;
                if (!there.contains(title(got, i))) {
                    wrong.add("joint " + title(got, i));
                }
            }
        }
        return told;
    }

    private static int meshes(Scene got, Scene whole, List<String> wrong) {
        int told = 0;
        for (Mesh m : got.meshes()) {
            if (got.stands(Lost.What.MESH, m.name())) {
                told++;
                boolean same = whole.meshes().stream()
                        .anyMatch(w -> (w.name().equals(m.name()) || !got.stands(Lost.What.NODE, m.name()))
                                && Arrays.equals(w.points(), m.points())
                                && Arrays.equals(w.corners(), m.corners())
                                && (!got.stands(Lost.What.SKIN, m.name())
                                        || skin(got, m).equals(skin(whole, w)))
                                && (!got.stands(Lost.What.SHAPES, m.name())
                                        || shapes(m).equals(shapes(w))));
                if (!same) {
                    wrong.add("mesh " + m.name());
                }
            }
        }
        return told;
    }

    private static String skin(Scene s, Mesh m) {
        Skin k = m.skin();
        return k == null
                ? ""
                : Arrays.stream(k.joints())
                                .mapToObj(j -> s.nodes().get(j).name())
                                .toList() + " " + k.maxInfluences();
    }

    private static String shapes(Mesh m) {
        return m.shapes().stream().map(BlendShape::name).toList().toString();
    }

    private static Map<String, String> tracks(Scene s, Clip c) {
        Map<String, String> out = new HashMap<>();
        for (Clip.NodeTrack t : c.nodes()) {
            StringBuilder b = new StringBuilder();
            for (Curve k : t.curves()) {
                b.append(k == null ? "-" : Arrays.hashCode(k.seconds()) + "/" + Arrays.hashCode(k.values()) + " ");
            }
            out.merge(s.nodes().get(t.node()).name(), b.toString(), String::concat);
        }
        return out;
    }

    private static int clips(Scene got, Scene whole, List<String> wrong) {
        int told = 0;
        for (Clip c : got.clips()) {
            if (got.stands(Lost.What.CLIP, c.name())) {
                told++;
                boolean same = whole.clips().stream()
                        .anyMatch(w -> w.name().equals(c.name())
                                && tracks(whole, w).equals(tracks(got, c))
                                && w.shapes().size() == c.shapes().size()
                                && w.startSeconds() == c.startSeconds());
                if (!same) {
                    wrong.add("clip " + c.name());
                }
            }
        }
        return told;
    }

    private static int volumes(Scene got, Scene whole, List<String> wrong) throws IOException {
        int told = 0;
        Set<String> there = new TreeSet<>();
        for (JsonNode g : facts(whole).path("volumes")) {
            there.add(((ObjectNode) g).without("volume").toString());
        }
        for (JsonNode g : facts(got).path("volumes")) {
            if (!g.has("fault") && got.stands(Lost.What.GRID, g.path("label").asText())) {
                told++;
                if (!there.contains(((ObjectNode) g).without("volume").toString())) {
                    wrong.add("grid " + g.path("label").asText());
                }
            }
        }
        return told;
    }

    private static ObjectNode facts(Scene s) throws IOException {
        return FactsJson.of(s, "x", "x", "x", 0, true);
    }

    private static final List<String> LISTS = List.of("xforms", "meshes", "curves", "points", "cameras", "instances");

    private static int objects(Scene got, Scene whole, List<String> wrong) throws IOException {
        if (got.caches().isEmpty()) {
            return 0;
        }
        Map<String, Set<String>> there = new HashMap<>();
        ObjectNode all = facts(whole);
        for (String list : LISTS) {
            for (JsonNode o : all.path(list)) {
                ((ObjectNode) o).remove("source"); // which of equal ones is the first may change
                there.computeIfAbsent(o.path("path").asText(), k -> new TreeSet<>())
                        .add(o.toString());
            }
        }
        int told = 0;
        ObjectNode have = facts(got);
        for (String list : LISTS) {
            for (JsonNode o : have.path(list)) {
                String path = o.path("path").asText();
                ((ObjectNode) o).remove("source");
                if (stands(got, path)) {
                    told++;
                    if (!there.getOrDefault(path, Set.of()).contains(o.toString())) {
                        wrong.add("object " + path);
                        if (System.getProperty("nothing") != null) {
                            wrong.add(o + " <> " + there.get(path));
                        }
                    }
                }
            }
        }
        return told;
    }

    /** Neither an object nor anything that it hangs under is lost. */
    private static boolean stands(Scene s, String path) {
        for (String p = path; !p.isEmpty(); p = p.substring(0, p.lastIndexOf('/'))) {
            if (!s.stands(Lost.What.OBJECT, p)) {
                return false;
            }
        }
        return true;
    }
}
