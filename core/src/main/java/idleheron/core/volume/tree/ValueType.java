package idleheron.core.volume.tree;

/** What one voxel holds. */
public enum ValueType {
    FLOAT("float", Word.FLOAT, 1),
    DOUBLE("double", Word.DOUBLE, 1),
    INT32("int32", Word.INT, 1),
    INT64("int64", Word.LONG, 1),
    BOOL("bool", Word.BYTE, 1),
    /** No value but active or not. */
    MASK("mask", Word.BYTE, 1),
    VEC3S("vec3s", Word.FLOAT, 3),
    VEC3D("vec3d", Word.DOUBLE, 3),
    VEC3I("vec3i", Word.INT, 3);

    /** The primitive that values are kept in. */
    public enum Word {
        BYTE(1),
        INT(4),
        LONG(8),
        FLOAT(4),
        DOUBLE(8);

        private final int bytes;

        Word(int bytes) {
            this.bytes = bytes;
        }

        /** Of one value. */
        public int bytes() {
            return bytes;
        }
    }

    private final String id;
    private final Word word;
    private final int components;

    ValueType(String id, Word word, int components) {
        this.id = id;
        this.word = word;
        this.components = components;
    }

    /** The name used in files: "float", "vec3s". */
    public String id() {
        return id;
    }

    public Word word() {
        return word;
    }

    /** Numbers per value. */
    public int components() {
        return components;
    }

    /** Bytes per value in memory, and in a file unless it is halved. */
    public int bytes() {
        return word.bytes() * components;
    }

    /** Whether the numbers are floating point, so that a file may keep them as halves. */
    public boolean real() {
        return word == Word.FLOAT || word == Word.DOUBLE;
    }
}
