package idleheron.formats.usd.files;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import idleheron.formats.usd.crate.CrateReader;
import idleheron.formats.usd.crate.CrateTables;
import idleheron.formats.usd.crate.CrateWriter;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.PrimLosses;
import idleheron.formats.usd.text.TextReader;
import idleheron.formats.usd.text.TextWriter;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Layers by what they are: text, crate or package, whatever their names. */
public final class Layers {
    private static final long LARGEST_TEXT = Integer.MAX_VALUE - 64L;

    /** What a layer is stored as. */
    public enum Form {
        TEXT("text"),
        CRATE("crate"),
        PACKAGE("package"),
        OTHER(say("formats.usd.files.Layers.something-else"));

        private final String label;

        Form(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }

    private Layers() {}

    /** @param head the first bytes of a file */
    public static Form form(byte[] head) {
        return CrateTables.matches(head)
                ? Form.CRATE
                : TextReader.matches(head) ? Form.TEXT : UsdPackage.matches(head) ? Form.PACKAGE : Form.OTHER;
    }

    /** What a file is by its first bytes. */
    public static Form form(MemorySegment bytes) {
        return form(bytes.asSlice(0, Math.min(bytes.byteSize(), 64)).toArray(ValueLayout.JAVA_BYTE));
    }

    /**
     * @param file for messages
     * @param bytes of a text or a crate; must last as long as the layer's values are used
     * @param notes of what was left out
     * @throws FormatException when they are neither, or broken
     */
    public static Layer read(String file, MemorySegment bytes, List<String> notes) throws FormatException {
        return switch (form(bytes)) {
            case CRATE -> CrateReader.read(file, bytes, notes);
            case TEXT -> {
                if (bytes.byteSize() > LARGEST_TEXT) {
                    throw FormatException.in(
                            file,
                            say("formats.usd.files.Layers.a-text-layer-below-2-gb"),
                            say("formats.usd.files.Layers.bytes", bytes.byteSize()));
                }
                yield TextReader.read(file, bytes.toArray(ValueLayout.JAVA_BYTE));
            }
            default ->
                throw FormatException.at(
                        file,
                        0,
                        say("formats.usd.files.Layers.usda-or-pxr-usdc"),
                        say("formats.usd.files.Layers.other-bytes"));
        };
    }

    /**
     * As {@link #read}, or where that is refused what is whole of a damaged layer.
     *
     * @throws FormatException when nothing can be read
     */
    public static Layer rescue(String file, MemorySegment bytes, List<String> notes, Salvage salvage)
            throws FormatException {
        try {
            Layer out = read(file, bytes, notes);
            if (!salvage.distrusts(file) || form(bytes) == Form.TEXT) {
                return out;
            }
            Layer rescued = CrateReader.rescue(file, bytes, notes, salvage);
            if (!salvage.doubts(0, Long.MAX_VALUE)) {
                PrimLosses.everything(salvage, say("formats.usd.files.Layers.the-checksum-of-does-not-match", file));
            }
            return rescued;
        } catch (FormatException | RuntimeException refused) {
            boolean crate = form(bytes) == Form.CRATE;
            boolean text =
                    form(bytes) == Form.TEXT || !crate && bytes.byteSize() < LARGEST_TEXT && looksLikeText(bytes);
            if (text) {
                return TextReader.rescue(file, bytes.toArray(ValueLayout.JAVA_BYTE), salvage);
            }
            return CrateReader.rescue(file, bytes, notes, salvage);
        }
    }

    /** Whether most of a layer whose head is damaged is text. */
    private static boolean looksLikeText(MemorySegment bytes) {
        long from = Math.min(bytes.byteSize() / 2, 1 << 16);
        byte[] some =
                bytes.asSlice(from, Math.min(bytes.byteSize() - from, 4096)).toArray(ValueLayout.JAVA_BYTE);
        int strange = 0;
        for (byte b : some) {
            strange += b >= 0 && b < 32 && b != '\n' && b != '\t' && b != '\r' ? 1 : 0;
        }
        return strange * 50 < some.length;
    }

    /** "0.8.0" of a crate, "1.0" of a text. */
    public static String version(MemorySegment bytes) {
        if (form(bytes) != Form.CRATE) {
            return "1.0";
        }
        byte[] v = bytes.asSlice(8, 3).toArray(ValueLayout.JAVA_BYTE);
        return v[0] + "." + v[1] + "." + v[2];
    }

    public static void writeText(Layer layer, Path file) throws IOException {
        try (Writer w = new BufferedWriter(
                new OutputStreamWriter(Files.newOutputStream(file), StandardCharsets.UTF_8), 1 << 16)) {
            TextWriter.write(layer, w);
        }
    }

    public static String text(Layer layer) throws IOException {
        java.io.StringWriter w = new java.io.StringWriter();
        TextWriter.write(layer, w);
        return w.toString();
    }

    /** @param file new or empty */
    public static void writeCrate(Layer layer, Path file) throws IOException {
        CrateWriter.write(layer, file);
    }
}
