package idleheron.formats.usd.layer;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What a field of a layer can hold. */
public sealed interface Value permits Numbers, TextValue, TimeSamples, ListEdit, Reference, Value.Plain {

    /** The small ones. */
    sealed interface Plain extends Value {}

    /** An opinion that there is no value. */
    record Blocked() implements Plain {
        public static final Blocked IT = new Blocked();
    }

    /** Names in order: children, an order asked for. */
    record Names(List<String> names) implements Plain {
        public Names {
            names = List.copyOf(names);
        }
    }

    /** Paths in order. */
    record Paths(List<String> paths) implements Plain {
        public Paths {
            paths = List.copyOf(paths);
        }
    }

    /** Values by key. */
    record Dictionary(Map<String, Value> entries) implements Plain {
        public static final Dictionary EMPTY = new Dictionary(Map.of());

        public Dictionary {
            entries = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(entries));
        }

        /** Another's entries under these: what both have is this one's, dictionaries within are joined. */
        public Dictionary over(Dictionary weaker) {
            Map<String, Value> out = new LinkedHashMap<>(weaker.entries);
            entries.forEach((k, v) ->
                    out.merge(k, v, (w, s) -> s instanceof Dictionary a && w instanceof Dictionary b ? a.over(b) : s));
            return new Dictionary(out);
        }
    }

    /** Variant set to variant. */
    record Selections(Map<String, String> chosen) implements Plain {
        public Selections {
            chosen = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(chosen));
        }
    }

    /** Shift and scale in time, of each sublayer. */
    record Offsets(List<TimeOffset> offsets) implements Plain {
        public Offsets {
            offsets = List.copyOf(offsets);
        }
    }

    /** Old path to new path. */
    record Relocates(Map<String, String> moves) implements Plain {
        public Relocates {
            moves = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(moves));
        }
    }

    /**
     * One of a few: specifier 0 def, 1 over, 2 class; variability 0 varying, 1 uniform; permission 0 public, 1 private.
     *
     * @param kind number of the type in crate files: 42, 43, 44
     */
    record Choice(int kind, int number) implements Plain {
        public static final int SPECIFIER = 42;
        public static final int PERMISSION = 43;
        public static final int VARIABILITY = 44;
    }

    /** Of a field that no schema registers, as text writes it. */
    record Unregistered(Value held) implements Plain {}

    /**
     * Of a kind that is not known here; carried by nothing.
     *
     * @param type number of the type in crate files
     */
    record Unknown(int type) implements Plain {}
}
