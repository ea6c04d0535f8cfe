package idleheron.formats.usd.crate;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.Failures;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;

/**
 * The tables of a crate file.
 *
 * <pre>
 * head, 88 bytes
 *   8 bytes   "PXR-USDC"
 *   u8 × 3    major, minor and patch of the version, then 5 zeros
 *   i64       offset of the list of sections
 *   64 bytes  zero
 * list of sections, at the end of the file
 *   u64 count, then per section: 16 bytes name, i64 start, i64 size
 * TOKENS      u64 count, u64 unpacked size, u64 packed size, packed texts, each ended by a zero
 * STRINGS     u64 count, u32 each: a token
 * FIELDS      u64 count, u64 size, packed u32 tokens; u64 size, packed u64 values, see {@link CrateValues}
 * FIELDSETS   u64 count, u64 size, packed u32 fields; each set ends with -1
 * PATHS       see {@link CratePaths}
 * SPECS       u64 count; three times u64 size and packed u32: paths, first fields of sets, types
 * </pre>
 *
 * "Packed" is that of {@link CrateInts}. Before version 0.4.0 nothing here is packed: FIELDS are 16 bytes each, 4 unused, the
 * token, the value; SPECS 12 bytes each, in version 0.0.1 with 4 unused before.
 */
public final class CrateTables {
    private static final String PATHS_OF_SPECS = say("formats.usd.crate.CrateTables.paths-of-specs");
    private static final String FIELDS_OF_SPECS = say("formats.usd.crate.CrateTables.fields-of-specs");
    private static final String TYPES_OF_SPECS = say("formats.usd.crate.CrateTables.types-of-specs");
    private static final String A_SPEC = say("formats.usd.crate.CrateTables.a-spec");
    private static final String A_SECTIONS_ENTRY = say("formats.usd.crate.CrateTables.a-sections-entry");
    private static final String THE_SIZE_OF_TOKENS = say("formats.usd.crate.CrateTables.the-size-of-tokens");
    private static final String NAMES_OF_FIELDS = say("formats.usd.crate.CrateTables.names-of-fields");
    private static final String VALUES_OF_FIELDS_2 = say("formats.usd.crate.CrateTables.values-of-fields-2");
    private static final String FIELDS_OF_SETS = say("formats.usd.crate.CrateTables.fields-of-sets");

    static final byte[] MAGIC = "PXR-USDC".getBytes(StandardCharsets.US_ASCII);
    static final int HEAD = 88;

    /** Newest version that is read; what is not known of it is told and left out. */
    private static final int NEWEST_MINOR = 13;

    private static final int SPEC_COST = 300;

    private final String file;
    private final MemorySegment bytes;
    private final Map<String, long[]> sections = new HashMap<>();

    /** Minor version · 256 + patch. */
    final int version;

    final String[] tokens;
    final int[] strings;
    final int[] fieldTokens;
    final long[] fieldValues;
    final int[] fieldSets;
    final CratePaths paths;
    final int[] specPaths;
    final int[] specSets;
    final int[] specTypes;

    CrateTables(String file, MemorySegment bytes) throws FormatException {
        this.file = file;
        this.bytes = bytes;
        ByteCursor in = new ByteCursor(file, bytes, 0);
        in.need(HEAD, in.size(), "head");
        if (!matches(in.take(8))) {
            throw FormatException.at(file, 0, "PXR-USDC", say("formats.usd.crate.CrateTables.other-bytes"));
        }
        int major = in.u8();
        int minor = in.u8();
        int patch = in.u8();
        if (major != 0 || minor > NEWEST_MINOR) {
            throw FormatException.at(
                    file,
                    8,
                    say("formats.usd.crate.CrateTables.a-version-from-0-0-1", NEWEST_MINOR),
                    major + "." + minor + "." + patch);
        }
        version = minor << 8 | patch;
        in.to(16);
        sections(in, in.i64());
        tokens = tokens(section("TOKENS"));
        strings = strings(section("STRINGS"));
        ByteCursor f = section("FIELDS");
        int fields = count(f, "fields", 16);
        fieldTokens = new int[fields];
        fieldValues = new long[fields];
        fields(f);
        fieldSets = fieldSets(section("FIELDSETS"));
        paths = new CratePaths(file, section("PATHS"), version, tokens);
        ByteCursor s = section("SPECS");
        int specs = count(s, "specs", SPEC_COST);
        if (isPacked()) {
            specPaths = ints(s, specs, PATHS_OF_SPECS);
            specSets = ints(s, specs, FIELDS_OF_SPECS);
            specTypes = ints(s, specs, TYPES_OF_SPECS);
        } else {
            specPaths = new int[specs];
            specSets = new int[specs];
            specTypes = new int[specs];
            for (int i = 0; i < specs; i++) {
                s.need(version < 0x100 ? 16 : 12, s.size(), A_SPEC);
                s.to(s.at() + (version < 0x100 ? 4 : 0));
                specPaths[i] = s.i32();
                specSets[i] = s.i32();
                specTypes[i] = s.i32();
            }
        }
        check();
    }

    /** Whether a file begins as one. */
    public static boolean matches(byte[] head) {
        return head.length >= 8 && java.util.Arrays.equals(head, 0, 8, MAGIC, 0, 8);
    }

    boolean isPacked() {
        return version >= 0x400;
    }

    private void sections(ByteCursor in, long toc) throws FormatException {
        if (toc < HEAD || toc > in.size() - 8) {
            throw FormatException.at(
                    file, 16, say("formats.usd.crate.CrateTables.the-place-of-a-list-of", in.size()), "" + toc);
        }
        in.to(toc);
        long n = in.i64();
        if (n < 0 || n > 64) {
            throw FormatException.at(file, toc, say("formats.usd.crate.CrateTables.up-to-64-sections"), "" + n);
        }
        for (int i = 0; i < n; i++) {
            in.need(32, in.size(), A_SECTIONS_ENTRY);
            long here = in.at();
            String name = new String(in.take(16), StandardCharsets.US_ASCII);
            int zero = name.indexOf(0);
            long start = in.i64();
            long size = in.i64();
            if (start < 0 || size < 0 || start > in.size() || size > in.size() - start) {
                throw FormatException.at(
                        file,
                        here,
                        say("formats.usd.crate.CrateTables.a-section-within-the-file"),
                        say("formats.usd.crate.CrateTables.bytes-from-of", size, start, in.size()));
            }
            sections.put(zero < 0 ? name : name.substring(0, zero), new long[] {start, size});
        }
    }

    /** A cursor on a section; it cannot leave it. */
    private ByteCursor section(String name) throws FormatException {
        long[] s = sections.get(name);
        if (s == null) {
            throw FormatException.in(
                    file,
                    say("formats.usd.crate.CrateTables.a-section", name),
                    say("formats.usd.crate.CrateTables.only", sections.keySet()));
        }
        return new ByteCursor(file, bytes.asSlice(0, s[0] + s[1]), s[0]);
    }

    /** A count, held against the memory there is. */
    private int count(ByteCursor in, String what, int cost) throws FormatException {
        in.need(8, in.size(), say("formats.usd.crate.CrateTables.the-count-of", what));
        long n = in.i64();
        if (n < 0 || n > Runtime.getRuntime().maxMemory() / cost || n > 1020 * in.left() + 1) {
            in.to(in.at() - 8);
            throw in.wrong(say("formats.usd.crate.CrateTables.a-count-of-that-memory-can", what), "" + n);
        }
        return (int) n;
    }

    static int[] ints(ByteCursor in, int count, String what) throws FormatException {
        MemorySegment packed = packed(in, what);
        try {
            return CrateInts.ints(packed, count);
        } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
            throw in.wrong(say("formats.usd.crate.CrateTables.packed-numbers", count, what), Failures.told(e));
        }
    }

    private static MemorySegment packed(ByteCursor in, String what) throws FormatException {
        in.need(8, in.size(), say("formats.usd.crate.CrateTables.the-size-of", what));
        long size = in.i64();
        in.need(size < 0 ? size : Math.max(size, 2), in.size(), what);
        MemorySegment out = in.bytes().asSlice(in.at(), size);
        in.to(in.at() + size);
        return out;
    }

    private String[] tokens(ByteCursor in) throws FormatException {
        int n = count(in, "tokens", 64);
        in.need(8, in.size(), THE_SIZE_OF_TOKENS);
        long size = in.i64();
        byte[] text;
        if (isPacked()) {
            MemorySegment packed = packed(in, "tokens");
            try {
                text = CrateInts.unpack(packed, size);
            } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
                throw in.wrong(say("formats.usd.crate.CrateTables.bytes-of-tokens", size), Failures.told(e));
            }
        } else {
            in.need(size, in.size(), "tokens");
            text = in.take(Math.toIntExact(size));
        }
        if (n > text.length) {
            throw in.wrong(
                    say("formats.usd.crate.CrateTables.tokens", n),
                    say("formats.usd.crate.CrateTables.bytes-of-text", text.length));
        }
        String[] out = new String[n];
        int from = 0;
        int k = 0;
        for (int i = 0; i < text.length && k < n; i++) {
            if (text[i] == 0) {
                out[k++] = new String(text, from, i - from, StandardCharsets.UTF_8);
                from = i + 1;
            }
        }
        if (k < n) {
            throw in.wrong(say("formats.usd.crate.CrateTables.tokens", n), k + "");
        }
        return out;
    }

    private int[] strings(ByteCursor in) throws FormatException {
        int n = count(in, "strings", 8);
        in.need(4L * n, in.size(), "strings");
        int[] out = new int[n];
        for (int i = 0; i < n; i++) {
            out[i] = in.i32();
            if (out[i] < 0 || out[i] >= tokens.length) {
                throw in.wrong(say("formats.usd.crate.CrateTables.a-token-below", tokens.length), out[i] + "");
            }
        }
        return out;
    }

    private void fields(ByteCursor in) throws FormatException {
        int n = fieldTokens.length;
        if (!isPacked()) {
            in.need(16L * n, in.size(), "fields");
            for (int i = 0; i < n; i++) {
                in.i32();
                fieldTokens[i] = in.i32();
                fieldValues[i] = in.i64();
            }
            return;
        }
        System.arraycopy(ints(in, n, NAMES_OF_FIELDS), 0, fieldTokens, 0, n);
        MemorySegment packed = packed(in, VALUES_OF_FIELDS_2);
        try {
            MemorySegment raw = MemorySegment.ofArray(CrateInts.unpack(packed, 8L * n));
            MemorySegment.copy(raw, ByteCursor.LONG, 0, fieldValues, 0, n);
        } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
            throw in.wrong(say("formats.usd.crate.CrateTables.values-of-fields", n), Failures.told(e));
        }
    }

    private int[] fieldSets(ByteCursor in) throws FormatException {
        int n = count(in, "fields of sets", 8);
        if (isPacked()) {
            return ints(in, n, FIELDS_OF_SETS);
        }
        in.need(4L * n, in.size(), FIELDS_OF_SETS);
        int[] out = new int[n];
        MemorySegment.copy(in.bytes().asSlice(in.at(), 4L * n), ByteCursor.INT, 0, out, 0, n);
        return out;
    }

    /** Every index lies in its table. */
    private void check() throws FormatException {
        within(fieldTokens, tokens.length, say("formats.usd.crate.CrateTables.the-token-of-a-field"));
        for (int f : fieldSets) {
            if (f < -1 || f >= fieldTokens.length) {
                throw FormatException.in(
                        file, say("formats.usd.crate.CrateTables.a-field-below-in-a-set", fieldTokens.length), f + "");
            }
        }
        within(specPaths, paths.count(), say("formats.usd.crate.CrateTables.the-path-of-a-spec"));
        within(specSets, fieldSets.length, say("formats.usd.crate.CrateTables.the-fields-of-a-spec"));
    }

    private void within(int[] indices, int count, String what) throws FormatException {
        for (int i : indices) {
            if (i < 0 || i >= count) {
                throw FormatException.in(file, say("formats.usd.crate.CrateTables.below", what, count), i + "");
            }
        }
    }

    /** The text of a string. */
    String string(int index) throws FormatException {
        if (index < 0 || index >= strings.length) {
            throw FormatException.in(
                    file, say("formats.usd.crate.CrateTables.a-string-below", strings.length), index + "");
        }
        return tokens[strings[index]];
    }

    String token(int index) throws FormatException {
        if (index < 0 || index >= tokens.length) {
            throw FormatException.in(
                    file, say("formats.usd.crate.CrateTables.a-token-below", tokens.length), index + "");
        }
        return tokens[index];
    }
}
