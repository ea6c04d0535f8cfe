package idleheron.formats.obj.bridge;

import idleheron.core.Figure;
import idleheron.core.math.Vec3;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.obj.document.ObjOut;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A scene in the form of {@link ObjForm} as text: a comment with unit and axes, the library, and for each mesh {@code o}, its points,
 * coordinates and normals, each value once, and its faces, with {@code g}, {@code s} and {@code usemtl} where they change.
 */
public final class ObjSceneWriter {
    /** The statement that each picture of a material is written as. */
    static final Map<String, String> MAPS = Map.of(
            Material.DIFFUSE,
            "map_Kd",
            "Bump",
            "map_Bump",
            "NormalMap",
            "norm",
            "SpecularColor",
            "map_Ks",
            "EmissiveColor",
            "map_Ke",
            "TransparentColor",
            "map_d",
            "Roughness",
            "map_Pr",
            "Metallic",
            "map_Pm");

    private final Scene scene;
    private final ObjOut out;
    private int points;
    private int uvs;
    private int normals;
    private String material = "";
    private String group = "";
    private int smooth = -1;

    private ObjSceneWriter(Scene scene, ObjOut out) {
        this.scene = scene;
        this.out = out;
    }

    /**
     * @param generator the program that writes
     * @param library file name of the library, or "" for none
     */
    public static void write(Scene scene, String generator, String library, OutputStream to) throws IOException {
        ObjOut out = new ObjOut(to);
        out.line("# " + generator);
        out.line("# " + ObjHead.line(scene.stage()));
        if (!library.isEmpty()) {
            out.line("mtllib " + library);
        }
        ObjSceneWriter w = new ObjSceneWriter(scene, out);
        for (Node n : scene.nodes()) {
            w.mesh(n, scene.meshes().get(n.payload()));
        }
        out.flush();
    }

    private void mesh(Node n, Mesh m) throws IOException {
        out.line("o " + n.name());
        double[] colors = colors(m);
        for (int p = 0; p < m.pointCount(); p++) {
            out.word("v");
            for (int k = 0; k < 3; k++) {
                out.number(m.points()[3 * p + k]);
            }
            for (int k = 0; k < 4 && colors != null; k++) {
                if (k < 3 || colors[4 * p + 3] != 1) {
                    out.number(colors[4 * p + k]);
                }
            }
            out.end();
        }
        int[] uv = uvs(m);
        int[] normal = normals(m);
        List<MeshLayer> groups = m.layers().stream()
                .filter(l -> l.kind() == MeshLayer.Kind.GROUP)
                .toList();
        for (int f = 0; f < m.faceCount(); f++) {
            changes(n, m, f, groups);
            out.word("f");
            for (int c = m.faceStarts()[f]; c < m.faceStarts()[f + 1]; c++) {
                out.corner(
                        points + m.corners()[c] + 1,
                        uv == null || uv[c] < 0 ? 0 : uv[c] + 1,
                        normal == null ? 0 : normal[c] + 1);
            }
            out.end();
        }
        points += m.pointCount();
    }

    /** What holds from this face on and did not before. */
    private void changes(Node n, Mesh m, int f, List<MeshLayer> groups) throws IOException {
        int[] slots = m.faceMaterials();
        int slot = slots == null ? 0 : slots[f];
        int mat = slot >= 0 && slot < n.materials().length ? n.materials()[slot] : -1;
        String name = mat < 0 ? "" : scene.materials().get(mat).name();
        if (!name.equals(material) && !name.isEmpty()) {
            out.line("usemtl " + name);
            material = name;
        }
        if (!groups.isEmpty() || !group.isEmpty()) {
            String now = group(groups, f);
            if (!now.equals(group)) {
                out.line(now.equals("default") ? "g" : "g " + now);
                group = now;
            }
        }
        int[] masks = m.smoothingGroups();
        if (masks != null || smooth > 0) {
            int s = masks == null || masks[f] == 0 ? 0 : Integer.numberOfTrailingZeros(masks[f]) + 1;
            if (s != smooth) {
                out.line(s == 0 ? "s off" : "s " + s);
                smooth = s;
            }
        }
    }

    private static String group(List<MeshLayer> groups, int face) {
        List<String> in = new ArrayList<>();
        for (MeshLayer g : groups) {
            int[] at = g.indices();
            if (at == null) {
                in.add("group_" + Figure.exact(g.values()[face]));
            } else if (at[face] >= 0 && g.values()[at[face]] != 0) {
                in.add(ObjForm.name(g.name()).replace(' ', '_'));
            }
        }
        return in.isEmpty() ? "default" : String.join(" ", in);
    }

    private static double @Nullable [] colors(Mesh m) {
        for (MeshLayer l : m.layers()) {
            if (l.kind() == MeshLayer.Kind.COLOR) {
                return l.values();
            }
        }
        return null;
    }

    private int @Nullable [] uvs(Mesh m) throws IOException {
        if (m.uvSets().isEmpty()) {
            return null;
        }
        UvSet set = m.uvSets().getFirst();
        ValuePool pool = new ValuePool(2, set.uv().length / 2);
        int[] entry = new int[set.uv().length / 2];
        int[] to = new int[m.corners().length];
        for (int c = 0; c < to.length; c++) {
            int e = set.indices()[c];
            if (e < 0) {
                to[c] = -1;
                continue;
            }
            if (entry[e] == 0) {
                entry[e] = 1 + pool.add(set.uv(), 2 * e);
            }
            to[c] = uvs + entry[e] - 1;
        }
        write("vt", pool);
        uvs += pool.size();
        return to;
    }

    private int @Nullable [] normals(Mesh m) throws IOException {
        float[] told = m.normals();
        if (told == null) {
            return null;
        }
        ValuePool pool = new ValuePool(3, m.pointCount());
        int[] to = new int[m.corners().length];
        for (int c = 0; c < to.length; c++) {
            to[c] = normals + pool.add(told, 3 * c);
        }
        write("vn", pool);
        normals += pool.size();
        return to;
    }

    private void write(String word, ValuePool pool) throws IOException {
        float[] v = pool.values();
        int w = pool.width();
        for (int i = 0; i < pool.size(); i++) {
            out.word(word);
            for (int k = 0; k < w; k++) {
                out.number(v[w * i + k]);
            }
            out.end();
        }
    }

    /** The library of a scene; "" where it has no materials. */
    public static String library(Scene scene, String generator) {
        if (scene.materials().isEmpty()) {
            return "";
        }
        StringBuilder s = new StringBuilder("# ").append(generator).append('\n');
        Map<String, Material> once = new LinkedHashMap<>();
        scene.materials().forEach(m -> once.putIfAbsent(m.name(), m));
        for (Material m : once.values()) {
            s.append("\nnewmtl ").append(m.name()).append('\n');
            Vec3 d = m.diffuse();
            s.append("Kd ")
                    .append(plain(d.x()))
                    .append(' ')
                    .append(plain(d.y()))
                    .append(' ')
                    .append(plain(d.z()));
            s.append('\n');
            if (m.opacity() != 1) {
                s.append("d ").append(plain(m.opacity())).append('\n');
            }
            for (FreeProperty p : m.properties()) {
                if (p.name().startsWith(ObjMaterials.KEPT) && p.value() instanceof FreeProperty.Text t) {
                    s.append(p.name().substring(ObjMaterials.KEPT.length()));
                    s.append(t.text().isEmpty() ? "" : " ")
                            .append(ObjForm.name(t.text()))
                            .append('\n');
                }
            }
            for (Material.Use u : m.uses()) {
                map(s, u, scene.textures().get(u.texture()));
            }
        }
        return s.toString();
    }

    private static void map(StringBuilder s, Material.Use use, Texture t) {
        String word = MAPS.get(use.property());
        String path = t.relative().isEmpty() ? t.path().isEmpty() ? t.fileName() : t.path() : t.relative();
        if (word == null || path.isEmpty()) {
            return;
        }
        s.append(word);
        String kept = "";
        for (FreeProperty p : t.properties()) {
            if (p.name().equals(ObjMaterials.KEPT + "options") && p.value() instanceof FreeProperty.Text o) {
                kept = " " + o.text();
            }
        }
        s.append(kept.isEmpty() ? ObjPlacement.options(use.placement()) : kept);
        s.append(' ')
                .append(path.replace('\\', '/').replaceAll("\\p{Cntrl}+", ""))
                .append('\n');
    }

    private static String plain(double v) {
        return Double.isNaN(v) ? "0" : ObjOut.text(v);
    }
}
