package idleheron.core.cache.edit;

import static idleheron.core.Messages.say;

import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Elements;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * A mesh whose topology holds, taken apart by a label per face. Points that several parts use go into each. Parameters per
 * point, face and corner go along, face sets too where they are not the whole part; creases, corners and holes do not, since a cut runs through them.
 */
public final class MeshSplit {
    private final CacheNode node;
    private final int[] counts;
    private final int[] indices;
    private final int[] starts;

    public MeshSplit(CacheNode node) {
        CacheMesh m = new CacheMesh(node);
        this.node = node;
        this.counts = m.counts(0);
        this.indices = m.indices(0);
        this.starts = new int[counts.length + 1];
        for (int f = 0; f < counts.length; f++) {
            starts[f + 1] = starts[f] + counts[f];
        }
    }

    /**
     * The parts, by label.
     *
     * @param labels per face, 0 to names.size() - 1
     * @param names of the parts
     */
    public List<CacheNode> by(int[] labels, List<String> names) {
        int[][] faces = new int[names.size()][];
        int[] sizes = new int[names.size()];
        for (int l : labels) {
            sizes[l]++;
        }
        for (int l = 0; l < faces.length; l++) {
            faces[l] = new int[sizes[l]];
        }
        int[] at = new int[faces.length];
        for (int f = 0; f < labels.length; f++) {
            faces[labels[f]][at[labels[f]]++] = f;
        }
        int[] renumbered = new int[new CacheMesh(node).points(0)];
        List<CacheNode> out = new ArrayList<>();
        for (int l = 0; l < faces.length; l++) {
            if (faces[l].length > 0) {
                out.add(part(names.get(l), faces[l], renumbered));
            }
        }
        return out;
    }

    private CacheNode part(String name, int[] faces, int[] renumbered) {
        int corners = 0;
        for (int f : faces) {
            corners += counts[f];
        }
        int[] corner = new int[corners];
        int[] partCounts = new int[faces.length];
        int c = 0;
        for (int i = 0; i < faces.length; i++) {
            partCounts[i] = counts[faces[i]];
            for (int k = starts[faces[i]]; k < starts[faces[i] + 1]; k++) {
                corner[c++] = k;
            }
        }
        int[] points =
                Arrays.stream(corner).map(k -> indices[k]).sorted().distinct().toArray();
        for (int i = 0; i < points.length; i++) {
            renumbered[points[i]] = i;
        }
        int[] partIndices =
                Arrays.stream(corner).map(k -> renumbered[indices[k]]).toArray();
        Map<ChannelSemantic, Samples> roles = new EnumMap<>(ChannelSemantic.class);
        node.samples().forEach((r, s) -> {
            switch (r) {
                case POSITIONS, VELOCITIES -> {
                    Samples part = s.count() > 0 && s.points(0) > 0 ? Elements.of(s, points) : null;
                    if (part != null) {
                        roles.put(r, part.settled());
                    }
                }
                case VISIBLE, MATERIAL, SCHEME, INTERPOLATE_BOUNDARY, FACE_VARYING_BOUNDARY, FACE_VARYING_CORNERS ->
                    roles.put(r, s);
                default -> {
                    // bounds are told anew, faces below, what a cut runs through is left out
                }
            }
        });
        roles.put(ChannelSemantic.FACE_INDICES, Samples.still(partIndices));
        roles.put(ChannelSemantic.FACE_COUNTS, Samples.still(partCounts));
        List<Param> params = new ArrayList<>();
        for (Param p : node.params()) {
            Param part = param(p, points, faces, corner);
            if (part != null) {
                params.add(part);
            }
        }
        return new CacheNode(name, node.kind(), node.meta(), roles, params, node.user(), node.other(), "", sets(faces));
    }

    private static @org.jspecify.annotations.Nullable Param param(Param p, int[] points, int[] faces, int[] corners) {
        int[] which = switch (p.scope()) {
            case "vtx", "var" -> points;
            case "uni" -> faces;
            case "fvr" -> corners;
            default -> null;
        };
        if (which == null) {
            return p;
        }
        Samples indices = p.indices();
        if (indices != null) {
            Samples part = Elements.of(indices, which);
            return part == null ? null : p.with(p.values(), part.settled());
        }
        Samples part = Elements.of(p.values(), which);
        return part == null ? null : p.with(part.settled(), null);
    }

    private List<CacheNode> sets(int[] faces) {
        List<CacheNode> out = new ArrayList<>();
        for (CacheNode c : node.children()) {
            Samples s = c.get(ChannelSemantic.FACES);
            if (c.kind() == CacheKind.FACE_SET && s != null && s.count() > 0) {
                int[] in = Arrays.stream(s.ints(0))
                        .map(f -> Arrays.binarySearch(faces, f))
                        .filter(i -> i >= 0)
                        .toArray();
                if (in.length > 0 && in.length < faces.length) {
                    out.add(c.with(ChannelSemantic.FACES, Samples.still(in)));
                }
            }
        }
        return out;
    }

    /** A part per piece that hangs together: by the name of the face set that is just this piece, else counted from 1. */
    public List<CacheNode> byConnectivity() {
        Pieces p = Pieces.of(new CacheMesh(node).points(0), counts, indices);
        List<String> names = numbered(node.name(), p.count());
        int[] sizes = new int[p.count()];
        for (int piece : p.ofFace()) {
            sizes[piece]++;
        }
        for (CacheNode c : node.children()) {
            Samples s = c.get(ChannelSemantic.FACES);
            int[] faces = c.kind() == CacheKind.FACE_SET && s != null && s.count() > 0 ? s.ints(0) : new int[0];
            int piece = faces.length == 0 ? -1 : pieceOf(faces, p.ofFace());
            if (piece >= 0 && sizes[piece] == faces.length) {
                names.set(piece, c.name());
            }
        }
        return by(p.ofFace(), names);
    }

    /** The piece that all these faces belong to, or -1. */
    private static int pieceOf(int[] faces, int[] ofFace) {
        int piece = -1;
        for (int f : faces) {
            if (f < 0 || f >= ofFace.length || piece >= 0 && ofFace[f] != piece) {
                return -1;
            }
            piece = ofFace[f];
        }
        return piece;
    }

    static List<String> numbered(String base, int count) {
        int digits = Math.max(3, String.valueOf(count).length());
        List<String> out = new ArrayList<>();
        for (int i = 1; i <= count; i++) {
            out.add(base + "_" + String.format("%0" + digits + "d", i));
        }
        return out;
    }

    /** A part per face set, and one of what no set has; a face in several sets goes with the first. */
    public List<CacheNode> byFaceSets() {
        int[] labels = new int[counts.length];
        List<String> names = new ArrayList<>();
        for (CacheNode c : node.children()) {
            Samples s = c.get(ChannelSemantic.FACES);
            if (c.kind() == CacheKind.FACE_SET && s != null && s.count() > 0) {
                names.add(c.name());
                for (int f : s.ints(0)) {
                    if (f >= 0 && f < labels.length && labels[f] == 0) {
                        labels[f] = names.size();
                    }
                }
            }
        }
        return byLabels(labels, names);
    }

    /** Label 0 is what is left over. */
    private List<CacheNode> byLabels(int[] labels, List<String> names) {
        List<String> all = new ArrayList<>(names);
        all.addFirst("rest");
        return by(labels, all);
    }

    /** A part per cell of a grid in which the middle of a face lies at the first sample. */
    public List<CacheNode> byRegion(double cell) {
        float[] p = new CacheMesh(node).floats(0);
        Map<List<Integer>, Integer> known = new java.util.LinkedHashMap<>();
        int[] labels = new int[counts.length];
        for (int f = 0; f < counts.length; f++) {
            double[] mid = new double[3];
            for (int k = starts[f]; k < starts[f + 1]; k++) {
                for (int a = 0; a < 3; a++) {
                    mid[a] += p[3 * indices[k] + a] / counts[f];
                }
            }
            List<Integer> key = List.of(
                    (int) Math.floor(mid[0] / cell), (int) Math.floor(mid[1] / cell), (int) Math.floor(mid[2] / cell));
            labels[f] = known.computeIfAbsent(key, k -> known.size());
        }
        return by(labels, numbered(node.name(), known.size()));
    }

    /**
     * A part per value of a parameter: of its faces, or of the first corner or point of each face.
     *
     * @throws IllegalArgumentException when there is no such parameter or it has one value for the whole mesh
     */
    public List<CacheNode> byParam(String name) {
        Param p = node.param(name);
        if (p == null) {
            throw new IllegalArgumentException(say("core.cache.edit.MeshSplit.has-no-attribute", node.name(), name));
        }
        int e = p.values().extent();
        Samples at = p.indices();
        List<String> texts = p.values().type().isText() ? p.values().strings(0) : List.of();
        double[] numbers =
                p.values().type().isText() ? new double[0] : p.values().doubles(0);
        int[] lookup = at == null ? new int[0] : at.ints(0);
        Map<String, Integer> known = new java.util.LinkedHashMap<>();
        int[] labels = new int[counts.length];
        for (int f = 0; f < counts.length; f++) {
            int element = switch (p.scope()) {
                case "uni" -> f;
                case "fvr" -> starts[f];
                case "vtx", "var" -> counts[f] == 0 ? 0 : indices[starts[f]];
                default ->
                    throw new IllegalArgumentException(
                            say("core.cache.edit.MeshSplit.has-one-value-for-the-whole", name, node.name()));
            };
            int value = at == null ? element : lookup[element];
            String told = texts.isEmpty()
                    ? Arrays.toString(Arrays.copyOfRange(numbers, value * e, value * e + e))
                    : texts.get(value);
            labels[f] = known.computeIfAbsent(told, k -> known.size());
        }
        List<String> names = known.keySet().stream()
                .map(k -> k.replaceAll("\\.0(?=[,\\]])", "").replaceAll("[^\\p{L}\\p{N}_-]+", "_"))
                .map(k -> node.name() + "_" + k.replaceAll("^_|_$", ""))
                .toList();
        return by(labels, names);
    }
}
