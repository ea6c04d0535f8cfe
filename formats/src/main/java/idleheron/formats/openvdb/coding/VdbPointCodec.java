package idleheron.formats.openvdb.coding;

import idleheron.core.volume.tree.ValueType;
import idleheron.formats.bytes.ByteCursor;
import java.lang.foreign.MemorySegment;
import org.jspecify.annotations.Nullable;

/** How one number of a point's attribute is stored: plain, as half a float, or as a share of 255 or 65535. */
final class VdbPointCodec {
    private VdbPointCodec() {}

    /** Null for one that is not read. */
    static @Nullable ValueType type(String name) {
        return switch (name) {
            case "float" -> ValueType.FLOAT;
            case "double" -> ValueType.DOUBLE;
            case "int32" -> ValueType.INT32;
            case "vec3s" -> ValueType.VEC3S;
            case "vec3d" -> ValueType.VEC3D;
            default -> null;
        };
    }

    /** Bytes of one number; 0 for a codec that is not known. */
    static int bytes(String codec, ValueType type) {
        return switch (codec) {
            case "null" -> type.word().bytes();
            case "trnc", "fxpt16" -> 2;
            case "fxpt8" -> 1;
            default -> 0;
        };
    }

    /**
     * One number.
     *
     * @param middle what shares are counted from
     * @param at byte of {@code raw}
     */
    static double number(ValueType type, String codec, float middle, MemorySegment raw, long at) {
        return switch (codec) {
            case "trnc" -> Float.float16ToFloat(raw.get(ByteCursor.SHORT, at));
            case "fxpt16" -> Short.toUnsignedInt(raw.get(ByteCursor.SHORT, at)) / 65535f - middle;
            case "fxpt8" -> (raw.get(java.lang.foreign.ValueLayout.JAVA_BYTE, at) & 255) / 255f - middle;
            default ->
                switch (type.word()) {
                    case INT -> raw.get(ByteCursor.INT, at);
                    case FLOAT -> raw.get(ByteCursor.FLOAT, at);
                    default -> raw.get(ByteCursor.DOUBLE, at);
                };
        };
    }

    /** How many points have a bit of their group. */
    static long members(byte @Nullable [] bits, int bit) {
        long n = 0;
        for (byte b : bits == null ? new byte[0] : bits) {
            n += b >> bit & 1;
        }
        return n;
    }
}
