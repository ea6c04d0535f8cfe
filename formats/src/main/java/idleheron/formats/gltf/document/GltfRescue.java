package idleheron.formats.gltf.document;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a document still gives whose text is whole and some of whose bytes are gone: the one file was cut off, or a file beside it is
 * shorter than the text says or not there. Every view and every accessor that ends within the bytes stands; what names another one is
 * taken out of the text ({@link GltfPruning}) and told. There are no sums over the bytes, so that other damage cannot be told from what
 * was meant.
 */
final class GltfRescue {
    /** One zero, which stands for what nothing is left of. */
    private static final String NOTHING = "data:application/octet-stream;base64,AA==";

    private final GltfObject root;
    private final long[] there;
    private final boolean[] isShort;
    private final long chunkAt;
    private final Salvage salvage;

    private GltfRescue(GltfObject root, int buffers, long chunkAt, Salvage salvage) {
        this.root = root;
        this.there = new long[buffers];
        this.isShort = new boolean[buffers];
        this.chunkAt = chunkAt;
        this.salvage = salvage;
    }

    /**
     * Changes the text of a document so that it names only what is there.
     *
     * @param chunk the bytes in the same file as far as they are there, or null
     * @param chunkAt byte of the file where they begin
     * @param salvage takes what is lost
     */
    static void prune(
            GltfObject root, @Nullable Path folder, @Nullable MemorySegment chunk, long chunkAt, Salvage salvage)
            throws FormatException {
        List<GltfObject> buffers = root.list("buffers");
        GltfRescue r = new GltfRescue(root, buffers.size(), chunkAt, salvage);
        boolean any = false;
        for (int i = 0; i < buffers.size(); i++) {
            any |= r.look(buffers.get(i), i, folder, i == 0 ? chunk : null);
        }
        if (any) {
            r.prune(buffers);
        }
    }

    /** Notes how many bytes of a buffer are there; whether some are not. */
    private boolean look(GltfObject buffer, int i, @Nullable Path folder, @Nullable MemorySegment chunk)
            throws FormatException {
        long told = buffer.size("byteLength", 0);
        String uri = buffer.text("uri", "");
        there[i] = told;
        if (!uri.isEmpty() && !uri.startsWith("data:")) {
            Path at = GltfBuffers.beside(folder, uri);
            try {
                there[i] = at == null ? 0 : Math.min(told, Files.size(at));
            } catch (IOException e) {
                there[i] = 0;
            }
        } else if (uri.isEmpty() && i == 0) {
            there[i] = Math.min(told, chunk == null ? 0 : chunk.byteSize());
        }
        isShort[i] = there[i] < told;
        return isShort[i];
    }

    private void prune(List<GltfObject> buffers) throws FormatException {
        List<GltfObject> views = root.list("bufferViews");
        long[] has = new long[views.size()];
        List<String> places = new ArrayList<>();
        for (int v = 0; v < has.length; v++) {
            has[v] = has(views.get(v), buffers.size());
            places.add(place(views.get(v), buffers.size()));
        }
        List<GltfObject> accessors = root.list("accessors");
        @Nullable String[] gone = new String[accessors.size()];
        for (int a = 0; a < gone.length; a++) {
            gone[a] = place(accessors.get(a), views, has, places);
        }
        GltfPruning pruning = new GltfPruning(root, gone, salvage);
        pruning.meshes();
        pruning.skins();
        pruning.clips();
        pruning.instances();
        pruning.pictures(has, places);
        for (int a = 0; a < gone.length; a++) {
            if (gone[a] != null) {
                ObjectNode n = accessors.get(a).node();
                n.removeAll();
                n.put("componentType", Accessor.UNSIGNED_BYTE).put("count", 1).put("type", "SCALAR");
            }
        }
        for (int v = 0; v < has.length; v++) {
            shorten(views.get(v), has[v]);
        }
        for (int i = 0; i < there.length; i++) {
            if (isShort[i]) {
                ObjectNode n = buffers.get(i).node().put("byteLength", Math.max(1, there[i]));
                if (there[i] == 0) {
                    n.put("uri", NOTHING);
                }
            }
        }
    }

    /** Bytes of a view that are there: all of one that is told to be packed elsewhere and is, or none. */
    private long has(GltfObject view, int buffers) throws FormatException {
        GltfObject packed = GltfBuffers.packed(view);
        GltfObject lies = packed == null ? view : packed;
        int b = lies.index("buffer", buffers);
        if (b < 0 || !isShort[b]) {
            return Long.MAX_VALUE;
        }
        long length = lies.size("byteLength", 0);
        long left = Math.clamp(there[b] - lies.size("byteOffset", 0), 0, length);
        return left == length ? Long.MAX_VALUE : packed == null ? left : 0;
    }

    private String place(GltfObject view, int buffers) throws FormatException {
        GltfObject packed = GltfBuffers.packed(view);
        GltfObject lies = packed == null ? view : packed;
        if (chunkAt == 0 || lies.index("buffer", buffers) != 0) {
            return "";
        }
        long from = chunkAt + lies.size("byteOffset", 0);
        return Salvage.bytes(from, from + lies.size("byteLength", 0));
    }

    /** Where the bytes of an accessor lay of which some are gone; null where all are there. */
    private static @Nullable String place(GltfObject accessor, List<GltfObject> views, long[] has, List<String> places)
            throws FormatException {
        int v = accessor.index("bufferView", has.length);
        if (v >= 0 && Accessor.end(accessor, views.get(v).count("byteStride", 0)) > has[v]) {
            return places.get(v);
        }
        for (String part : List.of("indices", "values")) {
            GltfObject p = accessor.child("sparse").child(part);
            int w = p.index("bufferView", has.length);
            if (w >= 0 && Accessor.sparseEnd(accessor, part) > has[w]) {
                return places.get(w);
            }
        }
        return null;
    }

    /** A view of which some bytes are gone ends with those that are there; where there are none it is the first one of its buffer. */
    private void shorten(GltfObject view, long has) throws FormatException {
        if (has == Long.MAX_VALUE) {
            return;
        }
        ObjectNode n = view.node();
        for (String p : GltfBuffers.PACKED) {
            JsonNode all = n.path("extensions");
            if (all.has(p)) {
                n.set("buffer", all.path(p).get("buffer"));
                ((ObjectNode) all).remove(p);
            }
        }
        n.put("byteLength", Math.max(1, has));
        if (has == 0) {
            n.put("byteOffset", 0);
        }
    }

    /** Why something is gone. */
    static String cut() {
        return say("formats.gltf.document.GltfRescue.its-bytes-are-gone");
    }
}
