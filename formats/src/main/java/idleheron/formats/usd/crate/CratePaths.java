package idleheron.formats.usd.crate;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;

/**
 * The paths of a crate file: a tree in the order parent, children, siblings.
 *
 * <pre>
 * u64 paths, u64 entries, then three times u64 size and packed i32 (see {@link CrateInts}), one each per entry:
 *   where the path belongs in the table
 *   its last element, a token; negative for a property
 *   jump: 0 no child, the sibling follows; -1 a child follows, no sibling; -2 neither; above 0 a child follows, the sibling is
 *         that many entries on
 * </pre>
 *
 * Before version 0.4.0: u64 paths, then per entry u32 place, u32 token, u8 bits (1 child, 2 sibling, 4 property) and 3 unused
 * (in version 0.0.1 with 4 unused before), then, where both child and sibling are, i64 offset of the sibling.
 */
final class CratePaths {
    private static final String THE_COUNT_OF_PATHS = say("formats.usd.crate.CratePaths.the-count-of-paths");
    private static final String THE_COUNT_OF_ENTRIES = say("formats.usd.crate.CratePaths.the-count-of-entries");
    private static final String PLACES_OF_PATHS = say("formats.usd.crate.CratePaths.places-of-paths");
    private static final String ELEMENTS_OF_PATHS = say("formats.usd.crate.CratePaths.elements-of-paths");
    private static final String JUMPS_OF_PATHS = say("formats.usd.crate.CratePaths.jumps-of-paths");
    private static final String A_PATH = say("formats.usd.crate.CratePaths.a-path");
    private static final String THE_OFFSET_OF_A_PATH = say("formats.usd.crate.CratePaths.the-offset-of-a-path");

    private static final int COST = 120;

    private final String file;
    private final String[] tokens;
    private final int[] parents;
    private final int[] elements;
    private final boolean[] properties;

    /** Places in the table, parents before children. */
    private final int[] order;

    private int reached;

    CratePaths(String file, ByteCursor in, int version, String[] tokens) throws FormatException {
        this.file = file;
        this.tokens = tokens;
        in.need(8, in.size(), THE_COUNT_OF_PATHS);
        long n = in.i64();
        if (n < 0 || n > Runtime.getRuntime().maxMemory() / COST || n > 1020 * in.left()) {
            throw in.wrong(say("formats.usd.crate.CratePaths.a-count-of-paths-that-memory"), n + "");
        }
        int count = Math.toIntExact(n);
        parents = new int[count];
        elements = new int[count];
        properties = new boolean[count];
        order = new int[count];
        java.util.Arrays.fill(parents, -2);
        if (count > 0) {
            if (version >= 0x400) {
                packed(in);
            } else {
                plain(in, version < 0x100);
            }
        }
    }

    private void packed(ByteCursor in) throws FormatException {
        in.need(8, in.size(), THE_COUNT_OF_ENTRIES);
        long n = in.i64();
        if (n < 0 || n > parents.length) {
            throw in.wrong(say("formats.usd.crate.CratePaths.at-most-entries-of-paths", parents.length), n + "");
        }
        int[] places = CrateTables.ints(in, (int) n, PLACES_OF_PATHS);
        int[] names = CrateTables.ints(in, (int) n, ELEMENTS_OF_PATHS);
        int[] jumps = CrateTables.ints(in, (int) n, JUMPS_OF_PATHS);
        int[] open = new int[16]; // pairs: entry, parent
        int depth = 0;
        int entry = 0;
        int parent = -1;
        while (entry < n) {
            add(
                    places[entry],
                    parent,
                    names[entry] == Integer.MIN_VALUE ? 0 : Math.abs(names[entry]),
                    names[entry] < 0);
            int jump = jumps[entry];
            if (jump > 0) {
                if (jump > n - entry) {
                    throw in.wrong(
                            say("formats.usd.crate.CratePaths.a-jump-within-entries-of-paths", n),
                            entry + " + " + jump);
                }
                if (depth == open.length) {
                    open = java.util.Arrays.copyOf(open, 2 * depth);
                }
                open[depth++] = entry + jump;
                open[depth++] = parent;
            }
            if (jump > 0 || jump == -1) {
                parent = places[entry];
                entry++;
            } else if (jump == 0) {
                entry++;
            } else if (depth > 0) {
                parent = open[--depth];
                entry = open[--depth];
            } else {
                return;
            }
        }
    }

    private void plain(ByteCursor in, boolean oldest) throws FormatException {
        long[] open = new long[16]; // pairs: offset, parent
        int depth = 0;
        int parent = -1;
        while (true) {
            in.need(oldest ? 16 : 12, in.size(), A_PATH);
            in.to(in.at() + (oldest ? 4 : 0));
            int place = in.i32();
            int token = in.i32();
            int bits = in.u8();
            in.to(in.at() + 3);
            add(place, parent, token, (bits & 4) != 0);
            if ((bits & 3) == 3) {
                in.need(8, in.size(), THE_OFFSET_OF_A_PATH);
                if (depth == open.length) {
                    open = java.util.Arrays.copyOf(open, 2 * depth);
                }
                open[depth++] = in.i64();
                open[depth++] = parent;
            }
            if ((bits & 1) != 0) {
                parent = place;
            } else if ((bits & 2) == 0) {
                if (depth == 0) {
                    return;
                }
                parent = (int) open[--depth];
                long at = open[--depth];
                if (at < 0 || at > in.size()) {
                    throw in.wrong(say("formats.usd.crate.CratePaths.the-offset-of-a-path-within"), at + "");
                }
                in.to(at);
            }
        }
    }

    private void add(int place, int parent, int token, boolean property) throws FormatException {
        if (place < 0 || place >= parents.length || parents[place] != -2) {
            throw FormatException.in(
                    file, say("formats.usd.crate.CratePaths.a-free-place-below-for-a", parents.length), place + "");
        }
        if (token < 0 || token >= tokens.length) {
            throw FormatException.in(
                    file, say("formats.usd.crate.CratePaths.a-token-below-in-a-path", tokens.length), token + "");
        }
        parents[place] = parent;
        elements[place] = token;
        properties[place] = property;
        order[reached++] = place;
    }

    int count() {
        return parents.length;
    }

    /** The i-th place in an order in which parents come before children, -1 past the last. */
    int inOrder(int i) {
        return i < reached ? order[i] : -1;
    }

    /** Place of the path above, -1 for the top. */
    int parent(int place) {
        return parents[place];
    }

    /** The last element: a name, {@code {set=variant}}. */
    String element(int place) {
        return tokens[elements[place]];
    }

    boolean isProperty(int place) {
        return properties[place];
    }

    /** The whole path as text. */
    String text(int place) throws FormatException {
        if (place < 0 || place >= parents.length || parents[place] == -2) {
            throw FormatException.in(
                    file, say("formats.usd.crate.CratePaths.a-path-below", parents.length), place + "");
        }
        java.util.ArrayDeque<Integer> up = new java.util.ArrayDeque<>();
        for (int p = place; parents[p] >= 0; p = parents[p]) {
            up.push(p);
        }
        StringBuilder out = new StringBuilder();
        for (int p : up) {
            String e = element(p);
            boolean joined =
                    e.startsWith("{") || e.startsWith("[") || out.length() > 0 && out.charAt(out.length() - 1) == '}';
            out.append(properties[p] ? "." : joined ? "" : "/").append(e);
        }
        return out.isEmpty() ? "/" : out.toString();
    }
}
