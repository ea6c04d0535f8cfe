package idleheron.formats.bytes;

import static idleheron.core.Messages.say;

import idleheron.core.bytes.Bytes;
import java.lang.foreign.Arena;
import java.lang.foreign.FunctionDescriptor;
import java.lang.foreign.Linker;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.SymbolLookup;
import java.lang.foreign.ValueLayout;
import java.lang.invoke.MethodHandle;
import java.nio.ByteOrder;
import java.util.List;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;
import org.jspecify.annotations.Nullable;

/**
 * Unpacks whole zlib streams straight into arrays of numbers. Where the system has the libdeflate library it does the work,
 * two to three times as fast; everywhere else the one that comes with Java does, through a buffer, with the same result. One
 * object works for one thread at a time.
 */
public final class Unzlib implements AutoCloseable {
    private static final int PIECE = 1 << 15;
    private static final @Nullable Native NATIVE = Native.find();

    private final MemorySegment decompressor;
    private final @Nullable Native library;

    /** The entry points of libdeflate. */
    private record Native(MethodHandle allocate, MethodHandle free, MethodHandle unpack) {
        private static final List<String> NAMES =
                List.of("libdeflate.so.0", "libdeflate.so", "libdeflate.0.dylib", "libdeflate.dylib", "deflate.dll");

        @SuppressWarnings("restricted")
        static @Nullable Native find() {
            if (ByteOrder.nativeOrder() != ByteOrder.LITTLE_ENDIAN) {
                return null;
            }
            for (String name : NAMES) {
                try {
                    SymbolLookup in = SymbolLookup.libraryLookup(name, Arena.global());
                    Linker linker = Linker.nativeLinker();
                    return new Native(
                            linker.downcallHandle(
                                    in.findOrThrow("libdeflate_alloc_decompressor"),
                                    FunctionDescriptor.of(ValueLayout.ADDRESS)),
                            linker.downcallHandle(
                                    in.findOrThrow("libdeflate_free_decompressor"),
                                    FunctionDescriptor.ofVoid(ValueLayout.ADDRESS)),
                            linker.downcallHandle(
                                    in.findOrThrow("libdeflate_zlib_decompress"),
                                    FunctionDescriptor.of(
                                            ValueLayout.JAVA_INT,
                                            ValueLayout.ADDRESS,
                                            ValueLayout.ADDRESS,
                                            ValueLayout.JAVA_LONG,
                                            ValueLayout.ADDRESS,
                                            ValueLayout.JAVA_LONG,
                                            ValueLayout.ADDRESS),
                                    Linker.Option.critical(true)));
                } catch (IllegalArgumentException | java.util.NoSuchElementException | IllegalCallerException e) {
                    // not this name, or native access is not granted: the next one, and in the end Java's own
                }
            }
            return null;
        }
    }

    public Unzlib() {
        this(NATIVE != null);
    }

    /**
     * @param preferNative whether to use the system's library where it is there
     */
    Unzlib(boolean preferNative) {
        MemorySegment made = MemorySegment.NULL;
        if (preferNative && NATIVE != null) {
            try {
                made = (MemorySegment) NATIVE.allocate.invokeExact();
            } catch (Throwable e) {
                throw new IllegalStateException(e);
            }
        }
        decompressor = made;
        library = made.equals(MemorySegment.NULL) ? null : NATIVE;
    }

    /** Whether the system's library does the work. */
    public boolean isNative() {
        return library != null;
    }

    /**
     * @param packed the stream; what follows its end is not looked at
     * @param array of bytes, ints, floats, longs or doubles, which the output fills exactly, little-endian
     * @throws DataFormatException when the stream is damaged, or gives more or less than the array holds
     */
    public void unpack(MemorySegment packed, MemorySegment array) throws DataFormatException {
        if (library == null) {
            throughBuffer(packed, array, array.byteSize());
            return;
        }
        int result;
        try {
            result = (int) library.unpack.invokeExact(
                    decompressor, Bytes.held(packed), packed.byteSize(), array, array.byteSize(), MemorySegment.NULL);
        } catch (Throwable e) {
            throw new IllegalStateException(e);
        }
        if (result != 0) {
            throw new DataFormatException(
                    switch (result) {
                        case 2 -> say("formats.bytes.Unzlib.it-ends-before-bytes", array.byteSize());
                        case 3 -> say("formats.bytes.Unzlib.it-gives-more-than-bytes", array.byteSize());
                        default -> say("formats.bytes.Unzlib.it-does-not-unpack");
                    });
        }
    }

    /**
     * Runs through a stream and keeps nothing, to see whether it gives as many bytes as it is said to.
     *
     * @throws DataFormatException when it is damaged, or gives more or less
     */
    public static void weigh(MemorySegment packed, long size) throws DataFormatException {
        throughBuffer(packed, null, size);
    }

    private static void throughBuffer(MemorySegment packed, @Nullable MemorySegment array, long size)
            throws DataFormatException {
        try (Inflater inflater = new Inflater()) {
            byte[] piece = new byte[PIECE];
            MemorySegment view = MemorySegment.ofArray(piece);
            long given = 0;
            long got = 0;
            while (!inflater.finished()) {
                if (inflater.needsInput()) {
                    long n = Math.min(1 << 20, packed.byteSize() - given);
                    if (n == 0) {
                        throw new DataFormatException(say("formats.bytes.Unzlib.it-is-cut-short"));
                    }
                    inflater.setInput(Bytes.held(packed.asSlice(given, n)).asByteBuffer());
                    given += n;
                }
                int n = inflater.inflate(piece);
                if (n == 0 && inflater.needsDictionary()) {
                    throw new DataFormatException(say("formats.bytes.Unzlib.it-needs-a-dictionary"));
                }
                if (got + n > size) {
                    throw new DataFormatException(say("formats.bytes.Unzlib.it-gives-more-than-bytes", size));
                }
                if (array != null) {
                    MemorySegment.copy(view, 0, array, got, n);
                }
                got += n;
            }
            if (got != size) {
                throw new DataFormatException(say("formats.bytes.Unzlib.it-ends-before-bytes", size));
            }
        }
    }

    @Override
    public void close() {
        if (library != null) {
            try {
                library.free.invokeExact(decompressor);
            } catch (Throwable e) {
                throw new IllegalStateException(e);
            }
        }
    }
}
