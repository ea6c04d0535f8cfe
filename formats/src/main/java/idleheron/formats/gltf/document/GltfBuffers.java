package idleheron.formats.gltf.document;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.FileReads;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.net.URLDecoder;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * The bytes of a document and the views on them. Bytes come from the second chunk, from an address that holds them, or from a
 * file in the folder of the document or below it; nothing is fetched and nothing outside of it is opened. Packed views are
 * unpacked when they are asked for, and then kept.
 */
final class GltfBuffers {
    private static final String DATA = "data:";
    private static final String BASE64 = ";base64,";
    private static final Set<String> MEDIA = Set.of("application/octet-stream", "application/gltf-buffer");
    static final List<String> PACKED = List.of("EXT_meshopt_compression", "KHR_meshopt_compression");

    private final String file;
    private final List<GltfObject> views;
    private final @Nullable MemorySegment[] buffers;
    private final @Nullable MemorySegment[] unpacked;

    private GltfBuffers(String file, List<GltfObject> views, @Nullable MemorySegment[] buffers) {
        this.file = file;
        this.views = views;
        this.buffers = buffers;
        this.unpacked = new MemorySegment[views.size()];
    }

    /**
     * @param folder of the document, or null where nothing can lie beside it
     * @param chunk the bytes in the same file, or null
     */
    static GltfBuffers of(GltfObject root, @Nullable Path folder, @Nullable MemorySegment chunk, List<String> notes)
            throws FormatException {
        List<GltfObject> all = root.list("buffers");
        @Nullable MemorySegment[] buffers = new MemorySegment[all.size()];
        for (int i = 0; i < buffers.length; i++) {
            buffers[i] = buffer(all.get(i), i == 0 ? chunk : null, folder, notes);
        }
        GltfBuffers out = new GltfBuffers(root.file(), root.list("bufferViews"), buffers);
        for (GltfObject v : out.views) {
            out.check(v);
        }
        return out;
    }

    private static @Nullable MemorySegment buffer(
            GltfObject b, @Nullable MemorySegment chunk, @Nullable Path folder, List<String> notes)
            throws FormatException {
        long length = b.size("byteLength", -1);
        if (length < 1) {
            throw b.wrong("byteLength", say("formats.gltf.document.GltfBuffers.a-length-of-at-least-1"));
        }
        String uri = b.text("uri", "");
        MemorySegment found;
        if (!uri.isEmpty()) {
            found = at(b, uri, folder, notes);
        } else if (chunk != null) {
            found = chunk;
        } else {
            for (String p : PACKED) {
                if (b.extension(p).truth("fallback", false)) {
                    return null; // its views are packed elsewhere
                }
            }
            throw FormatException.within(
                    b.file(),
                    b.at(),
                    say("formats.gltf.document.GltfBuffers.an-address-or-bytes-in-the"),
                    say("formats.gltf.document.GltfBuffers.neither"));
        }
        if (found.byteSize() < length) {
            throw FormatException.within(
                    b.file(),
                    b.at(),
                    say("formats.gltf.document.GltfBuffers.bytes", length),
                    found.byteSize()
                            + (uri.startsWith(DATA) ? say("formats.gltf.document.GltfBuffers.in-the-address") : ""));
        }
        return found.asSlice(0, length);
    }

    private static MemorySegment at(GltfObject b, String uri, @Nullable Path folder, List<String> notes)
            throws FormatException {
        if (uri.startsWith(DATA)) {
            return MemorySegment.ofArray(data(b, uri, MEDIA, notes));
        }
        Path at = beside(folder, uri);
        if (at == null) {
            throw b.wrong("uri", say("formats.gltf.document.GltfBuffers.a-file-in-the-folder-of"));
        }
        try {
            FileReads.note(at);
            return MemorySegment.ofArray(Files.readAllBytes(at));
        } catch (IOException | OutOfMemoryError e) {
            throw FormatException.in(
                    b.file(),
                    say("formats.gltf.document.GltfBuffers.the-file-beside-it", uri),
                    say("formats.gltf.document.GltfBuffers.none-that-can-be-read"));
        }
    }

    /** The bytes of a data address. */
    static byte[] data(GltfObject of, String uri, Set<String> media, List<String> notes) throws FormatException {
        int from = uri.indexOf(BASE64);
        if (from < 0) {
            throw FormatException.within(
                    of.file(),
                    of.at() + "/uri",
                    say("formats.gltf.document.GltfBuffers.a-data-address-in-base64"),
                    shortened(uri));
        }
        String kind = uri.substring(DATA.length(), from);
        if (!media.contains(kind)) {
            notes.add(say(
                    "formats.gltf.document.GltfBuffers.has-the-media-type",
                    of.at(),
                    (kind.isEmpty() ? say("formats.gltf.document.GltfBuffers.none") : kind)));
        }
        try {
            return Base64.getDecoder().decode(uri.substring(from + BASE64.length()));
        } catch (IllegalArgumentException e) {
            throw FormatException.within(of.file(), of.at() + "/uri", "base64", String.valueOf(e.getMessage()));
        }
    }

    private static String shortened(String s) {
        return s.length() < 40 ? s : s.substring(0, 40) + "…";
    }

    /** The file that an address names, inside a folder or below it; null where it is none, leads out of it or is not there. */
    static @Nullable Path beside(@Nullable Path folder, String uri) {
        if (folder == null || uri.contains("://") || uri.startsWith("/") || uri.startsWith("\\")) {
            return null;
        }
        try {
            Path at = folder.resolve(path(uri)).normalize();
            if (!at.startsWith(folder.normalize()) || !Files.isRegularFile(at)) {
                return null;
            }
            return at.toRealPath().startsWith(folder.toRealPath()) ? at : null;
        } catch (IllegalArgumentException | IOException e) {
            return null;
        }
    }

    static String path(String uri) {
        return URLDecoder.decode(uri.replace("+", "%2B"), StandardCharsets.UTF_8);
    }

    int count() {
        return views.size();
    }

    private void check(GltfObject v) throws FormatException {
        GltfObject p = packed(v);
        if (p != null) {
            range(p, index(p));
            return;
        }
        range(v, index(v));
    }

    private int index(GltfObject v) throws FormatException {
        int b = v.index("buffer", buffers.length);
        if (b < 0) {
            throw v.wrong("buffer", say("formats.gltf.document.GltfBuffers.a-buffer"));
        }
        return b;
    }

    /** What says that a view is packed elsewhere; null where it is not. */
    static @Nullable GltfObject packed(GltfObject v) throws FormatException {
        for (String p : PACKED) {
            if (v.extension(p).has("buffer")) {
                return v.extension(p);
            }
        }
        return null;
    }

    /** A stretch of a buffer, which must lie inside of it. */
    private MemorySegment range(GltfObject v, int buffer) throws FormatException {
        MemorySegment b = buffers[buffer];
        long offset = v.size("byteOffset", 0);
        long length = v.size("byteLength", -1);
        if (length < 1) {
            throw v.wrong("byteLength", say("formats.gltf.document.GltfBuffers.a-length-of-at-least-1"));
        }
        long there = b == null ? 0 : b.byteSize();
        if (b == null || offset > there || length > there - offset) {
            throw FormatException.within(
                    file,
                    v.at(),
                    say("formats.gltf.document.GltfBuffers.bytes-to-of-buffer", offset, (offset + length), buffer),
                    say("formats.gltf.document.GltfBuffers.bytes", there));
        }
        return b.asSlice(offset, length);
    }

    /** Bytes from one element to the next as a view says, 0 where it does not. */
    int stride(int view) throws FormatException {
        GltfObject v = views.get(view);
        GltfObject p = packed(v);
        int s = (p == null ? v : p).count("byteStride", 0);
        if (s != 0 && p == null && (s < 4 || s > 252 || s % 4 != 0)) {
            throw v.wrong("byteStride", say("formats.gltf.document.GltfBuffers.a-multiple-of-4-from-4"));
        }
        return s;
    }

    /** Bytes of a view once it is unpacked. */
    long length(int view) throws FormatException {
        return views.get(view).size("byteLength", 0);
    }

    /** The bytes of a view, unpacked. */
    MemorySegment bytes(int view) throws FormatException {
        GltfObject v = views.get(view);
        GltfObject p = packed(v);
        if (p == null) {
            return range(v, index(v));
        }
        MemorySegment known = unpacked[view];
        if (known == null) {
            known = unpack(v, p);
            unpacked[view] = known;
        }
        return known;
    }

    private MemorySegment unpack(GltfObject view, GltfObject p) throws FormatException {
        byte[] in = range(p, index(p)).toArray(ValueLayout.JAVA_BYTE);
        int count = p.count("count", 0);
        int stride = p.count("byteStride", 0);
        String mode = p.text("mode", "");
        boolean numbers = mode.equals("TRIANGLES") || mode.equals("INDICES");
        // a group of 16 zeros takes 2 bits, an index a bit
        long most = numbers ? 3L * in.length : 256L * in.length;
        if (count < 1 || (long) count * stride != view.size("byteLength", 0) || count > most) {
            throw FormatException.within(
                    file,
                    p.at(),
                    say("formats.gltf.document.GltfBuffers.as-many-elements-as-the-view", in.length),
                    say("formats.gltf.document.GltfBuffers.of-bytes", count, stride));
        }
        try {
            if (mode.equals("ATTRIBUTES")) {
                if (stride % 4 != 0 || stride > 256) {
                    throw p.wrong("byteStride", say("formats.gltf.document.GltfBuffers.a-multiple-of-4-up-to"));
                }
                byte[] out = MeshoptStream.vertices(in, count, stride);
                MeshoptFilter.undo(out, count, stride, p.text("filter", "NONE"));
                return MemorySegment.ofArray(out);
            }
            if (!numbers || stride != 2 && stride != 4 || mode.equals("TRIANGLES") && count % 3 != 0) {
                throw p.wrong("mode", say("formats.gltf.document.GltfBuffers.attributes-or-triangles-or-indices-of"));
            }
            int[] out =
                    mode.equals("TRIANGLES") ? MeshoptStream.triangles(in, count) : MeshoptStream.indices(in, count);
            ByteBuffer b = ByteBuffer.allocate(count * stride).order(ByteOrder.LITTLE_ENDIAN);
            for (int v : out) {
                if (stride == 2) {
                    b.putShort((short) v);
                } else {
                    b.putInt(v);
                }
            }
            return MemorySegment.ofArray(b.array());
        } catch (MeshoptStream.Unfit e) {
            throw FormatException.within(file, p.at(), e.expected, e.found);
        }
    }
}
