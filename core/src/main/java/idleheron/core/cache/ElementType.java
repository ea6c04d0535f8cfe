package idleheron.core.cache;

/** Kind of number or text that cached values are stored as. */
public enum ElementType {
    BOOL("bool", "bool_t", 1),
    UINT8("uint8", "uint8_t", 1),
    INT8("int8", "int8_t", 1),
    UINT16("uint16", "uint16_t", 2),
    INT16("int16", "int16_t", 2),
    UINT32("uint32", "uint32_t", 4),
    INT32("int32", "int32_t", 4),
    UINT64("uint64", "uint64_t", 8),
    INT64("int64", "int64_t", 8),
    FLOAT16("float16", "float16_t", 2),
    FLOAT32("float32", "float32_t", 4),
    FLOAT64("float64", "float64_t", 8),
    STRING("string", "string", 0),
    WIDE_STRING("wstring", "wstring", 0);

    private final String id;
    private final String podName;
    private final int bytes;

    ElementType(String id, String podName, int bytes) {
        this.id = id;
        this.podName = podName;
        this.bytes = bytes;
    }

    /** "float32". */
    public String id() {
        return id;
    }

    /** "float32_t", as metadata of a geometry parameter name it. */
    public String podName() {
        return podName;
    }

    /** Size of one value in bytes, 0 for text. */
    public int bytes() {
        return bytes;
    }

    /** Whether its values are strings. */
    public boolean isText() {
        return bytes == 0;
    }

    /** Whether its values are floating point numbers of any width. */
    public boolean isReal() {
        return this == FLOAT16 || this == FLOAT32 || this == FLOAT64;
    }
}
