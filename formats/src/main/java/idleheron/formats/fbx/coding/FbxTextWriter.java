package idleheron.formats.fbx.coding;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;

/**
 * Writes the text form, version 7.4; the layout is set out at {@link FbxTextReader}.
 *
 * <p>A tab a level. Elements of arrays break over lines after a comma when a line has come to 2,000 letters. Whole numbers are
 * written without a point, real ones always with a point or an exponent, in the fewest digits that read back the same.
 * {@code Content} is written as base64 in pieces of 64 KB; other raw data is written as one piece of base64 text.
 */
final class FbxTextWriter {
    private static final int LINE = 2000;
    private static final int PIECE = 48 * 1024;

    private final OutputStream out;
    /** Bytes as letters of the same number, so that text of any encoding goes out as it came. */
    private final StringBuilder line = new StringBuilder();

    private FbxTextWriter(OutputStream out) {
        this.out = out;
    }

    static void write(FbxDocument document, OutputStream target, Progress progress) throws IOException {
        OutputStream out = new BufferedOutputStream(target, 1 << 20);
        FbxTextWriter w = new FbxTextWriter(out);
        w.line.append("; FBX ")
                .append(document.version() / 1000)
                .append('.')
                .append(document.version() / 100 % 10)
                .append(".0 project file\n; ")
                .append("-".repeat(52))
                .append("\n\n");
        int done = 0;
        for (FbxRecord r : document.records()) {
            progress.at(
                    (double) done++ / document.records().size(),
                    say("formats.fbx.coding.FbxTextWriter.writing", r.name()));
            w.record(r, 0);
        }
        w.spill();
        out.flush();
        progress.at(1, say("formats.fbx.coding.FbxTextWriter.written"));
    }

    private void spill() throws IOException {
        out.write(line.toString().getBytes(StandardCharsets.ISO_8859_1));
        line.setLength(0);
    }

    private void record(FbxRecord r, int depth) throws IOException {
        indent(depth)
                .append(new String(r.name().getBytes(StandardCharsets.UTF_8), StandardCharsets.ISO_8859_1))
                .append(':');
        if (r.values().size() == 1 && r.values().getFirst() instanceof FbxValue.Array a && !r.scope()) {
            array(a, depth, r.name().equals("KeyAttrDataFloat"));
            return;
        }
        if (r.name().equals("Content") && r.values().size() == 1 && r.values().getFirst() instanceof FbxValue.Blob b) {
            content(b.bytes(), depth);
            return;
        }
        for (int i = 0; i < r.values().size(); i++) {
            // As it is usual, and as some readers need it: a blank before text, none before numbers.
            line.append(i == 0 ? " " : r.values().get(i) instanceof FbxValue.Text ? ", " : ",");
            value(r.values().get(i));
        }
        if (r.values().isEmpty()) {
            line.append(' ');
        }
        if (r.scope()) {
            line.append(" {\n");
            spill();
            for (FbxRecord c : r.children()) {
                record(c, depth + 1);
            }
            indent(depth).append('}');
        }
        line.append('\n');
        spill();
    }

    private StringBuilder indent(int depth) {
        return line.repeat('\t', depth);
    }

    private void value(FbxValue value) throws IOException {
        switch (value) {
            case FbxValue.Int16 v -> line.append(v.value());
            case FbxValue.Int32 v -> line.append(v.value());
            case FbxValue.Int64 v -> line.append(v.value());
            case FbxValue.Real32 v -> real(Float.toString(v.value()));
            case FbxValue.Real64 v -> real(Double.toString(v.value()));
            case FbxValue.Flag v -> {
                if (v.value() >= 'A' && v.value() <= 'z' && Character.isLetter(v.value())) {
                    line.append((char) v.value());
                } else {
                    line.append(v.value());
                }
            }
            case FbxValue.Text v -> text(new String(v.bytes(), StandardCharsets.ISO_8859_1));
            case FbxValue.Blob v ->
                line.append('"')
                        .append(Base64.getEncoder().encodeToString(v.bytes()))
                        .append('"');
            // An array among other values, which no version 7 file has, is told number by number.
            case FbxValue.Array v -> elements(v, false);
        }
    }

    private void real(String s) {
        line.append(s.equals("NaN") ? "nan" : s.equals("Infinity") ? "inf" : s.equals("-Infinity") ? "-inf" : s);
    }

    private void text(String s) {
        line.append('"');
        for (int i = 0; i < s.length(); i++) {
            char c = s.charAt(i);
            switch (c) {
                case '"' -> line.append("&quot;");
                case '\n' -> line.append("&lf;");
                case '\r' -> line.append("&cr;");
                case '&' -> line.append(isSign(s, i) ? "&amp;" : "&");
                default -> line.append(c);
            }
        }
        line.append('"');
    }

    private static boolean isSign(String s, int at) {
        return List.of("&quot;", "&lf;", "&cr;", "&amp;").stream().anyMatch(sign -> s.startsWith(sign, at));
    }

    private void array(FbxValue.Array a, int depth, boolean keyData) throws IOException {
        line.append(" *").append(a.length()).append(" {\n");
        indent(depth + 1).append("a: ");
        elements(a, keyData);
        line.append('\n');
        indent(depth).append("}\n");
        spill();
    }

    /** Of the data of keys the third and fourth of four numbers are packed bits, and are written as the whole number they are. */
    private void elements(FbxValue.Array a, boolean keyData) throws IOException {
        for (int i = 0; i < a.length(); i++) {
            if (i > 0) {
                line.append(',');
                if (line.length() > LINE) {
                    line.append('\n');
                    spill();
                }
            }
            element(a, i, keyData && i % 4 >= 2);
        }
    }

    private void element(FbxValue.Array a, int i, boolean packed) {
        switch (a) {
            case FbxValue.Doubles v
            when packed && v.values()[i] == Math.rint(v.values()[i]) -> line.append((long) v.values()[i]);
            case FbxValue.Doubles v -> real(Double.toString(v.values()[i]));
            case FbxValue.Floats v when packed -> line.append(Float.floatToRawIntBits(v.values()[i]));
            case FbxValue.Floats v -> real(Float.toString(v.values()[i]));
            case FbxValue.Ints v -> line.append(v.values()[i]);
            case FbxValue.Longs v -> line.append(v.values()[i]);
            case FbxValue.Flags v -> line.append(v.values()[i]);
            case FbxValue.Bytes v -> line.append(v.values()[i]);
        }
    }

    private void content(byte[] bytes, int depth) throws IOException {
        line.append(" ,");
        for (int at = 0; at < bytes.length; at += PIECE) {
            byte[] piece = java.util.Arrays.copyOfRange(bytes, at, Math.min(bytes.length, at + PIECE));
            line.append(at == 0 ? "\n" : ",\n");
            indent(depth)
                    .append('"')
                    .append(Base64.getEncoder().encodeToString(piece))
                    .append('"');
            spill();
        }
        line.append('\n');
        spill();
    }
}
