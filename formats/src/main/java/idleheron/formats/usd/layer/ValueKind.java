package idleheron.formats.usd.layer;

import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What one element of a value is: its number in crate files, its name in text, and the numbers that it is made of. Elements are
 * kept as crate files keep them: little-endian, row by row, quaternions with i, j, k before the real part.
 */
public enum ValueKind {
    BOOL(1, "bool", Part.BYTE, 1),
    UCHAR(2, "uchar", Part.BYTE, 1),
    INT(3, "int", Part.INT, 1),
    UINT(4, "uint", Part.INT, 1),
    INT64(5, "int64", Part.LONG, 1),
    UINT64(6, "uint64", Part.LONG, 1),
    HALF(7, "half", Part.HALF, 1),
    FLOAT(8, "float", Part.FLOAT, 1),
    DOUBLE(9, "double", Part.DOUBLE, 1),
    STRING(10, "string", Part.TEXT, 1),
    TOKEN(11, "token", Part.TEXT, 1),
    ASSET(12, "asset", Part.TEXT, 1),
    MATRIX2D(13, "matrix2d", Part.DOUBLE, 4),
    MATRIX3D(14, "matrix3d", Part.DOUBLE, 9),
    MATRIX4D(15, "matrix4d", Part.DOUBLE, 16),
    QUATD(16, "quatd", Part.DOUBLE, 4),
    QUATF(17, "quatf", Part.FLOAT, 4),
    QUATH(18, "quath", Part.HALF, 4),
    DOUBLE2(19, "double2", Part.DOUBLE, 2),
    FLOAT2(20, "float2", Part.FLOAT, 2),
    HALF2(21, "half2", Part.HALF, 2),
    INT2(22, "int2", Part.INT, 2),
    DOUBLE3(23, "double3", Part.DOUBLE, 3),
    FLOAT3(24, "float3", Part.FLOAT, 3),
    HALF3(25, "half3", Part.HALF, 3),
    INT3(26, "int3", Part.INT, 3),
    DOUBLE4(27, "double4", Part.DOUBLE, 4),
    FLOAT4(28, "float4", Part.FLOAT, 4),
    HALF4(29, "half4", Part.HALF, 4),
    INT4(30, "int4", Part.INT, 4),
    TIMECODE(56, "timecode", Part.DOUBLE, 1),
    PATH_EXPRESSION(57, "pathExpression", Part.TEXT, 1);

    /** The number, or text, that an element is made of. */
    public enum Part {
        BYTE(1),
        HALF(2),
        INT(4),
        LONG(8),
        FLOAT(4),
        DOUBLE(8),
        TEXT(0);

        private final int bytes;

        Part(int bytes) {
            this.bytes = bytes;
        }

        /** Size in bytes, 0 for text. */
        public int bytes() {
            return bytes;
        }

        public boolean isReal() {
            return this == HALF || this == FLOAT || this == DOUBLE;
        }
    }

    private static final ValueKind[] BY_ID = new ValueKind[64];
    private static final Map<String, ValueKind> BY_NAME = new HashMap<>();

    /** Type names that stand for another kind's numbers: a point is three floats. */
    private static final String[] ROLES = {"point", "vector", "normal", "color", "texCoord"};

    static {
        for (ValueKind k : values()) {
            BY_ID[k.id] = k;
            BY_NAME.put(k.text, k);
        }
        for (String role : ROLES) {
            for (int n = 2; n <= 4; n++) {
                boolean known = role.equals("color") ? n > 2 : role.equals("texCoord") ? n < 4 : n == 3;
                for (String p : known ? new String[] {"double", "float", "half"} : new String[0]) {
                    BY_NAME.put(role + n + p.charAt(0), named(p + n));
                }
            }
        }
        BY_NAME.put("frame4d", MATRIX4D);
        BY_NAME.put("opaque", TOKEN);
        BY_NAME.put("group", TOKEN);
        for (int n = 2; n <= 4; n++) {
            BY_NAME.put("Vec" + n + "d", named("double" + n));
            BY_NAME.put("Vec" + n + "f", named("float" + n));
            BY_NAME.put("Vec" + n + "h", named("half" + n));
            BY_NAME.put("Vec" + n + "i", named("int" + n));
            BY_NAME.put("Matrix" + n + "d", named("matrix" + n + "d"));
        }
        BY_NAME.put("Quatd", QUATD);
        BY_NAME.put("Quatf", QUATF);
        BY_NAME.put("Quath", QUATH);
        BY_NAME.put("Transform", MATRIX4D);
        BY_NAME.put("Frame", MATRIX4D);
        BY_NAME.put("Point", DOUBLE3);
        BY_NAME.put("PointFloat", FLOAT3);
        BY_NAME.put("Normal", DOUBLE3);
        BY_NAME.put("NormalFloat", FLOAT3);
        BY_NAME.put("Vector", DOUBLE3);
        BY_NAME.put("VectorFloat", FLOAT3);
        BY_NAME.put("Color", DOUBLE3);
        BY_NAME.put("ColorFloat", FLOAT3);
    }

    private final int id;
    private final String text;
    private final Part part;
    private final int width;

    ValueKind(int id, String text, Part part, int width) {
        this.id = id;
        this.text = text;
        this.part = part;
        this.width = width;
    }

    private static ValueKind named(String name) {
        return java.util.Objects.requireNonNull(BY_NAME.get(name));
    }

    /** By its number in crate files, or null. */
    public static @Nullable ValueKind byId(int id) {
        return id >= 0 && id < BY_ID.length ? BY_ID[id] : null;
    }

    /** By the name of an attribute's type, without brackets, or null. */
    public static @Nullable ValueKind byName(String typeName) {
        String plain = typeName.endsWith("[]") ? typeName.substring(0, typeName.length() - 2) : typeName;
        return BY_NAME.get(plain);
    }

    public int id() {
        return id;
    }

    /** "float3". */
    public String text() {
        return text;
    }

    public Part part() {
        return part;
    }

    /** How many parts an element has. */
    public int width() {
        return width;
    }

    /** Size of an element in bytes, 0 for text. */
    public int bytes() {
        return part.bytes * width;
    }

    public boolean isText() {
        return part == Part.TEXT;
    }

    public boolean isQuaternion() {
        return this == QUATD || this == QUATF || this == QUATH;
    }

    public boolean isMatrix() {
        return this == MATRIX2D || this == MATRIX3D || this == MATRIX4D;
    }

    /** Rows of a matrix, else 1. */
    public int rows() {
        return isMatrix() ? (int) Math.sqrt(width) : 1;
    }
}
