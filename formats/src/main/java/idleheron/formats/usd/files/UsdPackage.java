package idleheron.formats.usd.files;

import static idleheron.core.Messages.say;

import idleheron.core.scene.Lost;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.CRC32;
import org.jspecify.annotations.Nullable;

/**
 * A package: a zip archive without compression or encryption, whose files can be used where they lie. The first is the layer
 * that is meant.
 *
 * <pre>
 * per file
 *   u32 0x04034b50, u16 version, u16 flags, u16 method 0, u16 time, u16 date, u32 CRC-32, u32 size, u32 size, u16 length of the
 *   name, u16 length of the extra field, name, extra field, data, which starts at a multiple of 64
 * central directory, per file
 *   u32 0x02014b50, u16 made by, the 26 bytes from version to extra field as above, u16 length of the comment, u16 disk, u16
 *   and u32 attributes, u32 offset of the file's head, name, extra field, comment
 * end
 *   u32 0x06054b50, u16 disk, u16 disk, u16 files, u16 files, u32 size and u32 offset of the directory, u16 length of a comment
 * </pre>
 */
public final class UsdPackage {
    private static final String A_NAME = say("formats.usd.files.UsdPackage.a-name");

    private static final int ALIGN = 64;
    private static final int LOCAL = 0x04034b50;
    private static final int CENTRAL = 0x02014b50;
    private static final int END = 0x06054b50;
    private static final int EXTRA = 0x1986;

    /** 1 January 1980, so that the same files give the same bytes. */
    private static final int DATE = 1 << 5 | 1;

    private final Map<String, Entry> entries = new LinkedHashMap<>();

    /**
     * One file.
     *
     * @param at offset of its data in the package
     * @param bytes its data
     */
    public record Entry(String name, long at, MemorySegment bytes) {
        public boolean isAligned() {
            return at % ALIGN == 0;
        }
    }

    private UsdPackage() {}

    static boolean matches(byte[] head) {
        return head.length > 3 && head[0] == 'P' && head[1] == 'K' && head[2] == 3 && head[3] == 4;
    }

    /** @throws FormatException when it is no plain zip archive */
    public static UsdPackage read(String file, MemorySegment bytes) throws FormatException {
        UsdPackage out = new UsdPackage();
        ByteCursor in = new ByteCursor(file, bytes, 0);
        long end = bytes.byteSize() - 22;
        while (end >= 0 && end > bytes.byteSize() - 22 - 65536 && bytes.get(ByteCursor.INT, end) != END) {
            end--;
        }
        if (end < 0 || bytes.get(ByteCursor.INT, end) != END) {
            throw FormatException.at(
                    file,
                    bytes.byteSize(),
                    say("formats.usd.files.UsdPackage.the-end-of-a-zip-archive"),
                    say("formats.usd.files.UsdPackage.none-in-the-last-64-kb"));
        }
        in.to(end + 10);
        int count = in.i16() & 0xffff;
        in.to(end + 16);
        long at = in.u32();
        for (int i = 0; i < count; i++) {
            if (at > bytes.byteSize() - 46 || bytes.get(ByteCursor.INT, at) != CENTRAL) {
                throw FormatException.at(
                        file,
                        at,
                        say("formats.usd.files.UsdPackage.entry-of-a-zip-directory", i),
                        say("formats.usd.files.UsdPackage.other-bytes"));
            }
            at = out.entry(file, in, at);
        }
        if (out.entries.isEmpty()) {
            throw FormatException.in(
                    file,
                    say("formats.usd.files.UsdPackage.a-package-with-a-layer"),
                    say("formats.usd.files.UsdPackage.an-empty-one"));
        }
        return out;
    }

    /**
     * The files of a damaged package by the heads that stand before each of them.
     *
     * @throws FormatException when there is none
     */
    public static UsdPackage rescue(String file, MemorySegment bytes, Salvage salvage) throws FormatException {
        UsdPackage out = new UsdPackage();
        ByteCursor in = new ByteCursor(file, bytes, 0);
        for (long p = 0; p <= bytes.byteSize() - 30; p++) {
            if (bytes.get(ByteCursor.INT, p) == LOCAL) {
                p = Math.max(p, out.found(in, p, salvage) - 1);
            }
        }
        if (out.entries.isEmpty()) {
            throw FormatException.in(
                    file,
                    say("formats.usd.files.UsdPackage.a-file-in-the-package"),
                    say("formats.usd.files.UsdPackage.none"));
        }
        return out;
    }

    /** The end of the file whose head is at a byte, or 0 where there is none. */
    private long found(ByteCursor in, long at, Salvage salvage) {
        in.to(at + 14);
        int crc = in.i32();
        in.to(at + 22);
        long size = in.u32();
        int name = in.i16() & 0xffff;
        long data = at + 30 + name + (in.i16() & 0xffff);
        if (name == 0 || data > in.size()) {
            return 0;
        }
        in.to(at + 30);
        String text = new String(in.take(name), StandardCharsets.UTF_8);
        long end = Math.min(in.size(), data + size);
        MemorySegment content = in.bytes().asSlice(data, end - data);
        CRC32 sum = new CRC32();
        sum.update(content.asByteBuffer());
        if (end < data + size || (int) sum.getValue() != crc) {
            salvage.lost(
                    Lost.What.PART,
                    text,
                    Salvage.bytes(data, end),
                    say("formats.usd.files.UsdPackage.it-is-cut-off-or-its"));
            salvage.distrust(text);
        }
        entries.putIfAbsent(text, new Entry(text, data, content));
        return end;
    }

    private long entry(String file, ByteCursor in, long at) throws FormatException {
        in.to(at + 8);
        int flags = in.i16();
        int method = in.i16();
        in.to(at + 20);
        long packed = in.u32();
        long size = in.u32();
        int name = in.i16() & 0xffff;
        int extra = in.i16() & 0xffff;
        int comment = in.i16() & 0xffff;
        in.to(at + 42);
        long local = in.u32();
        in.need(name, in.size(), A_NAME);
        String text = new String(in.take(name), StandardCharsets.UTF_8);
        if (method != 0 || packed != size || (flags & 1) != 0) {
            throw FormatException.at(
                    file,
                    at,
                    say("formats.usd.files.UsdPackage.neither-compressed-nor-encrypted", text),
                    say("formats.usd.files.UsdPackage.method-flags", method, flags));
        }
        in.to(local);
        if (local > in.size() - 30 || in.i32() != LOCAL) {
            throw FormatException.at(
                    file,
                    local,
                    say("formats.usd.files.UsdPackage.the-head-of", text),
                    say("formats.usd.files.UsdPackage.other-bytes"));
        }
        in.to(local + 26);
        long data = local + 30 + (in.i16() & 0xffff) + (in.i16() & 0xffff);
        in.to(Math.min(data, in.size()));
        in.need(size, in.size(), text);
        if (!text.endsWith("/")) {
            entries.put(text, new Entry(text, data, in.bytes().asSlice(data, size)));
        }
        return at + 46 + name + extra + comment;
    }

    /** The first file whose sum is another than its head tells, or "". */
    public static String otherSum(String file, MemorySegment bytes) {
        Salvage told = new Salvage();
        try {
            rescue(file, bytes, told);
        } catch (FormatException e) {
            return "";
        }
        return told.lost().isEmpty() ? "" : told.lost().getFirst().text();
    }

    public List<Entry> entries() {
        return List.copyOf(entries.values());
    }

    /** The file of this name, or null. */
    public @Nullable Entry find(String name) {
        return entries.get(name);
    }

    /** A file to be put into a package, under a name. */
    public record Content(String name, Path file) {}

    /**
     * Writes a package.
     *
     * @param contents the layer that is meant first
     * @param target new or empty
     * @throws IOException when it gets larger than 4 GB, or a file changes while it is read
     */
    public static void write(List<Content> contents, Path target) throws IOException {
        List<byte[]> directory = new ArrayList<>();
        long at = 0;
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(target), 1 << 16)) {
            for (Content c : contents) {
                long size = Files.size(c.file);
                byte[] name = c.name.getBytes(StandardCharsets.UTF_8);
                int pad = (int) ((ALIGN - (at + 30 + name.length) % ALIGN) % ALIGN);
                pad += pad > 0 && pad < 4 ? ALIGN : 0;
                if (at + size > 0xffff0000L) {
                    throw new IOException(say("formats.usd.files.UsdPackage.would-be-larger-than-4-gb", target));
                }
                byte[] shared = shared(crc(c.file), (int) size, name.length, pad);
                byte[] bytes = new byte[30 + name.length + pad];
                ByteBuffer head = over(bytes);
                head.putInt(LOCAL).put(shared).put(name);
                if (pad > 0) {
                    head.putShort((short) EXTRA).putShort((short) (pad - 4));
                }
                out.write(bytes);
                Files.copy(c.file, out);
                byte[] listed = new byte[46 + name.length];
                ByteBuffer entry = over(listed);
                entry.putInt(CENTRAL).putShort((short) 20).put(shared, 0, 24).putShort((short) 0);
                entry.position(42).putInt((int) at).put(name);
                directory.add(listed);
                at += bytes.length + size;
            }
            int length = 0;
            for (byte[] d : directory) {
                out.write(d);
                length += d.length;
            }
            byte[] last = new byte[22];
            ByteBuffer end = over(last);
            end.putInt(END).putInt(0).putShort((short) directory.size()).putShort((short) directory.size());
            end.putInt(length).putInt((int) at);
            out.write(last);
        }
    }

    /** From the version to the length of the extra field, 26 bytes. */
    private static byte[] shared(int crc, int size, int name, int pad) {
        byte[] bytes = new byte[26];
        ByteBuffer b = over(bytes);
        b.putShort((short) 20)
                .putShort((short) 0x800)
                .putShort((short) 0)
                .putShort((short) 0)
                .putShort((short) DATE);
        b.putInt(crc).putInt(size).putInt(size).putShort((short) name).putShort((short) pad);
        return bytes;
    }

    private static ByteBuffer over(byte[] bytes) {
        return ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    }

    private static int crc(Path file) throws IOException {
        CRC32 crc = new CRC32();
        byte[] part = new byte[1 << 16];
        try (var in = Files.newInputStream(file)) {
            for (int n = in.read(part); n >= 0; n = in.read(part)) {
                crc.update(part, 0, n);
            }
        }
        return (int) crc.getValue();
    }
}
