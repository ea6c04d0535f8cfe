package idleheron.formats.gltf.material;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.math.Vec3;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Texture;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import idleheron.formats.pictures.PictureKinds;
import java.lang.foreign.ValueLayout;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * Materials and pictures. A texture points to a picture, which lies in a view, in an address that holds it, or beside the
 * document; one picture of ours stands for each texture.
 */
public final class GltfMaterialReader {
    public static final String METALLIC = "metallicFactor";
    public static final String ROUGHNESS = "roughnessFactor";
    public static final String EMISSIVE = "emissiveFactor";
    static final String ALPHA = "alphaMode";
    public static final String CUTOFF = "alphaCutoff";
    static final String DOUBLE_SIDED = "doubleSided";

    /** Where a picture is told, and what the scene calls it. */
    static final List<String[]> USES = List.of(
            new String[] {"normalTexture", "NormalMap"},
            new String[] {"occlusionTexture", "Occlusion"},
            new String[] {"emissiveTexture", "EmissiveColor"});

    /** Extensions that name a picture of a kind that not everybody reads. */
    static final List<String> NEWER = List.of("EXT_texture_webp", "KHR_texture_basisu", "EXT_texture_avif");

    /** The extension for how a picture lies, and the codes of a sampler for what is beyond its edges. */
    static final String PLACED = "KHR_texture_transform";

    static final int CLAMP = 33_071;
    static final int MIRROR = 33_648;
    static final String METALLIC_ROUGHNESS = "MetallicRoughness";

    private final GltfDocument doc;
    private final @Nullable Path folder;
    private final List<String> notes;
    private final List<Texture> textures = new ArrayList<>();
    /** Per texture the codes of what is beyond its edges, across and up. */
    private final List<int[]> wraps = new ArrayList<>();

    private final Map<Integer, Set<Integer>> sets = new HashMap<>();

    public GltfMaterialReader(GltfDocument doc, @Nullable Path folder, List<String> notes) throws FormatException {
        this.doc = doc;
        this.folder = folder;
        this.notes = notes;
        List<GltfObject> images = doc.root().list("images");
        for (GltfObject t : doc.root().list("textures")) {
            int image = source(t, images.size());
            Texture picture = image < 0 ? missing(t) : picture(images.get(image));
            int sampler = t.index("sampler", doc.root().length("samplers"));
            wraps.add(edges(sampler));
            textures.add(
                    sampler < 0
                            ? picture
                            : picture.withProperties(List.of(GltfKeeps.sampler(
                                    doc.root().list("samplers").get(sampler)))));
        }
        thumbnail(images);
    }

    private int[] edges(int sampler) throws FormatException {
        if (sampler < 0) {
            return new int[2];
        }
        GltfObject s = doc.root().list("samplers").get(sampler);
        return new int[] {s.count("wrapS", 0), s.count("wrapT", 0)};
    }

    /** A picture that only an avatar shows of itself is one of the scene as well. */
    private void thumbnail(List<GltfObject> images) throws FormatException {
        JsonNode avatar = doc.root().node().path("extensions").path("VRMC_vrm");
        int image = avatar.path("meta").path("thumbnailImage").asInt(-1);
        boolean shown = image >= images.size();
        for (GltfObject t : doc.root().list("textures")) {
            shown |= source(t, images.size()) == image;
        }
        if (image >= 0 && !shown) {
            textures.add(picture(images.get(image)));
            wraps.add(new int[2]);
        }
    }

    /** Its picture: the usual one, else the one of a newer kind. */
    private static int source(GltfObject t, int images) throws FormatException {
        int usual = t.index("source", images);
        for (int i = 0; usual < 0 && i < NEWER.size(); i++) {
            usual = t.extension(NEWER.get(i)).index("source", images);
        }
        return usual;
    }

    /** The textures; one that lies on another set of coordinates than the first wherever it is used says so. */
    public List<Texture> textures() {
        List<Texture> out = new ArrayList<>(textures);
        sets.forEach((t, used) -> {
            int set = used.size() == 1 ? used.iterator().next() : 0;
            if (set > 0) {
                out.set(t, out.get(t).withUvSet("TEXCOORD_" + set));
            }
        });
        return out;
    }

    private Texture missing(GltfObject t) throws FormatException {
        notes.add(say("formats.gltf.material.GltfMaterialReader.has-no-picture", t.at()));
        return new Texture(t.name(), "", "", false);
    }

    private Texture picture(GltfObject o) throws FormatException {
        String uri = o.text("uri", "");
        String ending = o.text("mimeType", "image/png").equals("image/jpeg") ? ".jpg" : ".png";
        String name = o.name().isEmpty() ? "picture_" + o.at().substring(o.at().lastIndexOf('/') + 1) : o.name();
        int view = o.index("bufferView", doc.views());
        if (view >= 0) {
            return held(name, ending, doc.view(view).toArray(ValueLayout.JAVA_BYTE));
        }
        if (uri.startsWith("data:")) {
            return held(name, uri.startsWith("data:image/jpeg") ? ".jpg" : ".png", doc.picture(o, uri, notes));
        }
        String path = GltfDocument.path(uri);
        return new Texture(name, path, path, GltfDocument.beside(folder, uri) != null);
    }

    private Texture held(String name, String ending, byte[] content) {
        if (!PictureKinds.isPicture(content)) {
            notes.add(say("formats.gltf.material.GltfMaterialReader.the-data-given-as-picture-is", name));
        }
        String file = name.endsWith(ending) ? name : name + ending;
        return new Texture(name, file, file, true).withContent(content);
    }

    public List<Material> materials() throws FormatException {
        List<Material> out = new ArrayList<>();
        for (GltfObject m : doc.root().list("materials")) {
            out.add(material(m, out.size()));
        }
        return out;
    }

    private Material material(GltfObject m, int index) throws FormatException {
        GltfObject p = m.child("pbrMetallicRoughness");
        double[] base = p.numbers("baseColorFactor", 1, 1, 1, 1);
        String alpha = m.text(ALPHA, "OPAQUE");
        List<Material.Use> uses = new ArrayList<>();
        List<FreeProperty> more = new ArrayList<>();
        use(p, "baseColorTexture", Material.DIFFUSE, uses, more);
        use(p, "metallicRoughnessTexture", METALLIC_ROUGHNESS, uses, more);
        for (String[] u : USES) {
            use(m, u[0], u[1], uses, more);
        }
        number(METALLIC, p.number(METALLIC, 1), more);
        number(ROUGHNESS, p.number(ROUGHNESS, 1), more);
        double[] light = m.numbers(EMISSIVE, 0, 0, 0);
        if (light[0] + light[1] + light[2] > 0) {
            more.add(new FreeProperty(EMISSIVE, "Color", "", "", new FreeProperty.Numbers(light)));
        }
        if (!alpha.equals("OPAQUE")) {
            more.add(new FreeProperty(ALPHA, "KString", "", "", new FreeProperty.Text(alpha)));
        }
        if (alpha.equals("MASK")) {
            number(CUTOFF, m.number(CUTOFF, 0.5), more);
        }
        if (m.truth(DOUBLE_SIDED, false)) {
            more.add(new FreeProperty(DOUBLE_SIDED, "bool", "", "", new FreeProperty.Whole(new long[] {1})));
        }
        GltfKeeps.material(m, textures.size(), uses, more);
        boolean unlit = m.child("extensions").has("KHR_materials_unlit");
        return new Material(
                m.name().isEmpty() ? "material_" + index : m.name(),
                unlit ? "unlit" : "metallic-roughness",
                new Vec3(base[0], base[1], base[2]),
                alpha.equals("BLEND") ? base[3] : 1,
                uses,
                more);
    }

    /** The transform of the standard's extension, whose coordinates are counted from the top, and the sampler's edges. */
    private Placement placement(GltfObject info, int texture) throws FormatException {
        GltfObject t = info.extension(PLACED);
        double[] move = t.numbers("offset", 0, 0);
        double[] scale = t.numbers("scale", 1, 1);
        double turn = Math.toDegrees(t.number("rotation", 0));
        int[] edges = wraps.get(texture);
        return Placement.of(scale[0], scale[1], -turn, move[0], move[1])
                .fromTop()
                .wrapped(wrap(edges[0]), wrap(edges[1]));
    }

    private static Placement.Wrap wrap(int code) {
        return switch (code) {
            case CLAMP -> Placement.Wrap.CLAMP;
            case MIRROR -> Placement.Wrap.MIRROR;
            default -> Placement.Wrap.REPEAT;
        };
    }

    private static void number(String name, double v, List<FreeProperty> into) {
        into.add(new FreeProperty(name, "Number", "", "", new FreeProperty.Numbers(new double[] {v})));
    }

    private void use(GltfObject of, String key, String property, List<Material.Use> into, List<FreeProperty> more)
            throws FormatException {
        if (!of.has(key)) {
            return;
        }
        GltfObject info = of.child(key);
        int t = info.count("index", Integer.MAX_VALUE);
        if (t >= textures.size()) {
            notes.add(say("formats.gltf.material.GltfMaterialReader.points-to-a-texture-that-is", info.at()));
            return;
        }
        into.add(new Material.Use(property, t, placement(info, t)));
        GltfKeeps.info(key, info, more);
        sets.computeIfAbsent(t, x -> new TreeSet<>()).add(info.count("texCoord", 0));
    }
}
