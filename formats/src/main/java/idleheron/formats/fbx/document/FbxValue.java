package idleheron.formats.fbx.document;

import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;

/**
 * One property value of a record. The letter before each case is its type code in a binary file.
 *
 * <p>In a text file numbers carry no type: whole ones are read as {@link Int64}, others as {@link Real64}.
 */
public sealed interface FbxValue {

    /** {@code Y}: 2 bytes. */
    record Int16(short value) implements FbxValue {}

    /** {@code C}: 1 byte, kept as it is. */
    record Flag(byte value) implements FbxValue {
        private static final Flag[] ALL = new Flag[256];

        static {
            for (int i = 0; i < ALL.length; i++) {
                ALL[i] = new Flag((byte) i);
            }
        }

        /** The one of a byte, which is made once. */
        public static Flag of(int unsigned) {
            return ALL[unsigned];
        }
    }

    /** {@code I}: 4 bytes. */
    record Int32(int value) implements FbxValue {}

    /** {@code F}: 4 bytes. */
    record Real32(float value) implements FbxValue {}

    /** {@code D}: 8 bytes. */
    record Real64(double value) implements FbxValue {}

    /** {@code L}: 8 bytes. */
    record Int64(long value) implements FbxValue {}

    /** {@code S}: u32 length, then that many bytes of text. */
    record Text(byte[] bytes) implements FbxValue {
        public Text(String text) {
            this(text.getBytes(StandardCharsets.UTF_8));
        }

        /** As UTF-8, or as Latin-1 where that fails. */
        public String text() {
            try {
                return StandardCharsets.UTF_8
                        .newDecoder()
                        .decode(java.nio.ByteBuffer.wrap(bytes))
                        .toString();
            } catch (CharacterCodingException e) {
                return new String(bytes, StandardCharsets.ISO_8859_1);
            }
        }
    }

    /** {@code R}: u32 length, then that many bytes. */
    record Blob(byte[] bytes) implements FbxValue {}

    /** A run of numbers or bytes; in a binary file possibly compressed. */
    sealed interface Array extends FbxValue {
        int length();
    }

    /** {@code i}: 4 bytes each. */
    record Ints(int[] values) implements Array {
        @Override
        public int length() {
            return values.length;
        }
    }

    /** {@code l}: 8 bytes each. */
    record Longs(long[] values) implements Array {
        @Override
        public int length() {
            return values.length;
        }
    }

    /** {@code f}: 4 bytes each. */
    record Floats(float[] values) implements Array {
        @Override
        public int length() {
            return values.length;
        }
    }

    /** {@code d}: 8 bytes each. */
    record Doubles(double[] values) implements Array {
        @Override
        public int length() {
            return values.length;
        }
    }

    /** {@code b}: 1 byte each, 0 or 1. */
    record Flags(byte[] values) implements Array {
        @Override
        public int length() {
            return values.length;
        }
    }

    /** {@code c}: 1 byte each. */
    record Bytes(byte[] values) implements Array {
        @Override
        public int length() {
            return values.length;
        }
    }
}
