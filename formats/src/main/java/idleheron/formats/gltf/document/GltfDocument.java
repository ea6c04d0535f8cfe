package idleheron.formats.gltf.document;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A document of version 2: the tree of its text, the accessors over its bytes, and the tree of its nodes. What the standard
 * forbids and would make it mean nothing is refused; what can be read all the same is noted.
 */
public final class GltfDocument {
    /** Extensions that change what a reader must do, and that this one knows. */
    private static final Set<String> KNOWN = Set.of(
            "EXT_meshopt_compression",
            "KHR_meshopt_compression",
            "KHR_mesh_quantization",
            "KHR_texture_transform",
            "KHR_lights_punctual",
            "KHR_materials_unlit",
            "EXT_texture_webp",
            "EXT_texture_avif",
            "KHR_texture_basisu",
            "KHR_materials_variants",
            "KHR_materials_emissive_strength",
            "EXT_mesh_gpu_instancing",
            "KHR_animation_pointer",
            "VRMC_vrm",
            "VRM",
            "VRMC_springBone",
            "VRMC_node_constraint",
            "VRMC_materials_mtoon",
            "VRMC_vrm_animation");

    private static final String DRACO = "KHR_draco_mesh_compression";

    private final GltfObject root;
    private final boolean binary;
    private final GltfBuffers buffers;
    private final List<Accessor> accessors;
    private final List<GltfObject> nodes;
    private final int[] parents;
    private final List<String> notes;

    private GltfDocument(GltfObject root, boolean binary, GltfBuffers buffers, List<String> notes)
            throws FormatException {
        this.root = root;
        this.binary = binary;
        this.buffers = buffers;
        this.notes = notes;
        List<Accessor> all = new ArrayList<>();
        for (GltfObject a : root.list("accessors")) {
            all.add(Accessor.of(a, buffers));
        }
        accessors = List.copyOf(all);
        nodes = root.list("nodes");
        parents = tree();
    }

    /** Whether an extension means something here. */
    public static boolean isKnown(String extension) {
        return KNOWN.contains(extension);
    }

    /** Whether the opening bytes are those of a document of any version, in text or in one file. */
    public static boolean matches(byte[] head) {
        if (Glb.matches(head)) {
            return true;
        }
        int i = head.length >= 3 && (head[0] & 255) == 0xEF ? 3 : 0;
        while (i < head.length && Character.isWhitespace(head[i])) {
            i++;
        }
        String start = new String(head, i, head.length - i, java.nio.charset.StandardCharsets.ISO_8859_1);
        return start.startsWith("{") && start.contains("\"asset\"");
    }

    /**
     * @param folder where files beside it lie, or null
     * @throws FormatException where it is no document of version 2, or one that points to nowhere
     */
    public static GltfDocument read(String file, @Nullable Path folder, MemorySegment bytes) throws FormatException {
        return read(file, folder, bytes, null);
    }

    /**
     * What still stands of a document that lacks bytes; as it is where it lacks none.
     *
     * @param salvage takes what is lost
     * @throws FormatException where its text is not whole, or something else is wrong with it
     */
    public static GltfDocument rescue(String file, @Nullable Path folder, MemorySegment bytes, Salvage salvage)
            throws FormatException {
        return read(file, folder, bytes, salvage);
    }

    private static GltfDocument read(String file, @Nullable Path folder, MemorySegment bytes, @Nullable Salvage salvage)
            throws FormatException {
        List<String> notes = new ArrayList<>();
        byte[] head = bytes.asSlice(0, Math.min(4, bytes.byteSize())).toArray(ValueLayout.JAVA_BYTE);
        Glb glb = null;
        if (Glb.matches(head)) {
            glb = salvage == null ? Glb.read(file, bytes) : Glb.cut(file, bytes);
            notes.addAll(glb.notes());
        }
        MemorySegment chunk = glb == null ? null : glb.bytes();
        ObjectNode tree = GltfText.read(file, glb == null ? bytes : glb.text(), glb == null ? 0 : glb.textAt(), notes);
        GltfObject root = new GltfObject(file, "", tree);
        asset(root, notes);
        extensions(root, notes);
        if (salvage != null) {
            GltfRescue.prune(root, folder, chunk, glb == null ? 0 : glb.bytesAt(), salvage);
        }
        return new GltfDocument(root, glb != null, GltfBuffers.of(root, folder, chunk, notes), notes);
    }

    private static void asset(GltfObject root, List<String> notes) throws FormatException {
        if (!root.has("asset")) {
            throw FormatException.within(
                    root.file(),
                    "/asset",
                    say("formats.gltf.document.GltfDocument.what-version-it-is"),
                    say("formats.gltf.document.GltfDocument.nothing"));
        }
        GltfObject asset = root.child("asset");
        String version = asset.text("version", "");
        String least = asset.text("minVersion", "2.0");
        if (!version.matches("2\\.\\d+")) {
            throw asset.wrong("version", say("formats.gltf.document.GltfDocument.version-2"));
        }
        if (!least.equals("2.0")) {
            throw asset.wrong("minVersion", say("formats.gltf.document.GltfDocument.a-document-that-a-reader-of"));
        }
        if (!version.equals("2.0")) {
            notes.add(say("formats.gltf.document.GltfDocument.it-says-version-and-was-read", version));
        }
    }

    private static void extensions(GltfObject root, List<String> notes) throws FormatException {
        List<String> used = root.texts("extensionsUsed");
        for (String e : root.texts("extensionsRequired")) {
            if (e.equals(DRACO)) {
                throw FormatException.within(
                        root.file(),
                        "/extensionsRequired",
                        say("formats.gltf.document.GltfDocument.faces-that-are-not-packed"),
                        say("formats.gltf.document.GltfDocument.faces-packed-with-which-is-not", DRACO));
            }
            if (!KNOWN.contains(e)) {
                throw FormatException.within(
                        root.file(),
                        "/extensionsRequired",
                        say("formats.gltf.document.GltfDocument.extensions-that-are-known-here"),
                        say("formats.gltf.document.GltfDocument.without-which-it-means-nothing", e));
            }
            if (!used.contains(e)) {
                notes.add(say("formats.gltf.document.GltfDocument.the-extension-is-required-and-not", e));
            }
        }
        for (String e : used) {
            if (!KNOWN.contains(e) && !e.equals(DRACO)) {
                notes.add(say("formats.gltf.document.GltfDocument.the-extension-is-carried-without-being", e));
            }
        }
    }

    /** Parent of every node, -1 for those that have none; a node below itself or below two others is refused. */
    private int[] tree() throws FormatException {
        int[] above = new int[nodes.size()];
        Arrays.fill(above, -1);
        for (int i = 0; i < above.length; i++) {
            for (int c : nodes.get(i).indices("children", above.length)) {
                if (above[c] >= 0) {
                    throw FormatException.within(
                            root.file(),
                            "/nodes/" + c,
                            say("formats.gltf.document.GltfDocument.a-node-below-one-other"),
                            say("formats.gltf.document.GltfDocument.one-below-and", above[c], i));
                }
                above[c] = i;
            }
        }
        int[] seen = new int[above.length];
        for (int i = 0; i < above.length; i++) {
            for (int n = i; n >= 0 && seen[n] != -1; n = above[n]) {
                if (seen[n] == i + 1) {
                    throw FormatException.within(
                            root.file(),
                            "/nodes/" + n,
                            say("formats.gltf.document.GltfDocument.a-node-that-does-not-lie"),
                            say("formats.gltf.document.GltfDocument.one-that-does"));
                }
                seen[n] = i + 1;
            }
            for (int n = i; n >= 0 && seen[n] != -1; n = above[n]) {
                seen[n] = -1; // leads to the top
            }
        }
        return above;
    }

    public String file() {
        return root.file();
    }

    public GltfObject root() {
        return root;
    }

    /** Whether text and bytes lie in one file. */
    public boolean binary() {
        return binary;
    }

    public List<GltfObject> nodes() {
        return nodes;
    }

    /** Parent of a node, -1 where it has none. */
    public int parent(int node) {
        return parents[node];
    }

    public List<Accessor> accessors() {
        return accessors;
    }

    /** What was read although it is forbidden. */
    public List<String> notes() {
        return List.copyOf(notes);
    }

    /** The accessor to which a key points, or null where there is none of that name. */
    public @Nullable Accessor accessor(GltfObject of, String key) throws FormatException {
        int i = of.index(key, accessors.size());
        return i < 0 ? null : accessors.get(i);
    }

    /** The bytes of a view. */
    public MemorySegment view(int index) throws FormatException {
        return buffers.bytes(index);
    }

    public int views() {
        return buffers.count();
    }

    /** Bytes of a data address of a picture. */
    public byte[] picture(GltfObject of, String uri, List<String> into) throws FormatException {
        return GltfBuffers.data(of, uri, Set.of("image/png", "image/jpeg"), into);
    }

    /** The file beside it that an address names, or null. */
    public static @Nullable Path beside(@Nullable Path folder, String uri) {
        return GltfBuffers.beside(folder, uri);
    }

    /** The path that an address names, which may write characters as %XX; the address itself where it does so wrongly. */
    public static String path(String uri) {
        try {
            return GltfBuffers.path(uri);
        } catch (IllegalArgumentException e) {
            return uri;
        }
    }

    /**
     * The nodes at the top of what is shown: those of the scene that is chosen, else of the first, else all.
     *
     * @param into takes what is to be said of it
     */
    public int[] tops(List<String> into) throws FormatException {
        List<GltfObject> scenes = root.list("scenes");
        int chosen = root.index("scene", scenes.size());
        if (chosen < 0 && !scenes.isEmpty()) {
            chosen = 0;
            if (scenes.size() > 1) {
                into.add(say("formats.gltf.document.GltfDocument.no-scene-is-chosen-the-first", scenes.size()));
            }
        }
        if (chosen < 0) {
            return java.util.stream.IntStream.range(0, parents.length)
                    .filter(i -> parents[i] < 0)
                    .toArray();
        }
        int[] all = scenes.get(chosen).indices("nodes", parents.length);
        int[] tops = Arrays.stream(all).filter(n -> parents[n] < 0).distinct().toArray();
        if (tops.length < all.length) {
            into.add(say("formats.gltf.document.GltfDocument.a-scene-lists-a-node-that"));
        }
        return tops;
    }
}
