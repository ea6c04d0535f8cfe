package idleheron.formats.usd.text;

import static idleheron.core.Messages.say;

import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Reference;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeOffset;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.io.IOException;
import java.io.Writer;
import java.lang.foreign.MemorySegment;
import java.util.List;
import java.util.Map;

/** Values as text: the shortest digits that give the same number again. */
final class TextForm {
    private final Writer out;

    TextForm(Writer out) {
        this.out = out;
    }

    void text(String s) throws IOException {
        out.write(s);
    }

    /** In double quotes; in three where there is a line end. */
    void quoted(String s) throws IOException {
        String q = s.indexOf('\n') >= 0 ? "\"\"\"" : "\"";
        StringBuilder b = new StringBuilder(q);
        for (int i = 0; i < s.length(); i++) {
            char c = s.charAt(i);
            switch (c) {
                case '"' -> b.append("\\\"");
                case '\\' -> b.append("\\\\");
                case '\n' -> b.append('\n');
                case '\r' -> b.append("\\r");
                case '\t' -> b.append("\\t");
                default -> {
                    if (c < 32) {
                        b.append(String.format(java.util.Locale.ROOT, "\\x%02x", (int) c));
                    } else {
                        b.append(c);
                    }
                }
            }
        }
        out.write(b.append(q).toString());
    }

    void asset(String s) throws IOException {
        out.write(s.indexOf('@') >= 0 ? "@@@" + s.replace("@@@", "\\@@@") + "@@@" : "@" + s + "@");
    }

    void number(double d) throws IOException {
        out.write(shown(d));
    }

    private static String shown(double d) {
        if (Double.isNaN(d)) {
            return "nan";
        }
        if (Double.isInfinite(d)) {
            return d > 0 ? "inf" : "-inf";
        }
        return d == Math.rint(d) && Math.abs(d) < 1e15
                ? d == 0 && 1 / d < 0 ? "-0" : Long.toString((long) d)
                : Double.toString(d).replace("E", "e");
    }

    private static String shown(float f) {
        if (Float.isNaN(f) || Float.isInfinite(f) || f == Math.rint(f) && Math.abs(f) < 1e7) {
            return shown((double) f);
        }
        return Float.toString(f).replace("E", "e");
    }

    void offset(TimeOffset o) throws IOException {
        if (!o.isNone()) {
            text(" (");
            offsetParts(o);
            text(")");
        }
    }

    private void offsetParts(TimeOffset o) throws IOException {
        if (o.offset() != 0) {
            text("offset = " + shown(o.offset()));
            text(o.scale() != 1 ? "; " : "");
        }
        if (o.scale() != 1) {
            text("scale = " + shown(o.scale()));
        }
    }

    /** Items of a list edit: one bare, several in square brackets, none as {@code None}. */
    void list(ListEdit.Items items, List<Object> list, String pad) throws IOException {
        if (list.isEmpty()) {
            text("None");
            return;
        }
        boolean several = list.size() > 1 || items == ListEdit.Items.TOKENS || items.isNumbers();
        text(several ? "[" : "");
        for (int i = 0; i < list.size(); i++) {
            text(i > 0 ? ", " : "");
            switch (list.get(i)) {
                case Reference r -> reference(r, pad);
                case Long n -> text(Long.toString(n));
                case Object s when items == ListEdit.Items.PATHS -> text("<" + s + ">");
                case Object s -> quoted(s.toString());
            }
        }
        text(several ? "]" : "");
    }

    private void reference(Reference r, String pad) throws IOException {
        if (!r.asset().isEmpty()) {
            asset(r.asset());
        }
        if (!r.prim().isEmpty() || r.asset().isEmpty()) {
            text("<" + r.prim() + ">");
        }
        if (r.data().entries().isEmpty()) {
            offset(r.offset());
            return;
        }
        text(" (");
        if (!r.offset().isNone()) {
            offsetParts(r.offset());
            text("; ");
        }
        text("customData = ");
        value(r.data(), pad);
        text(")");
    }

    void value(Value v, String pad) throws IOException {
        switch (v) {
            case Value.Blocked b -> text("None");
            case TextValue w -> words(w);
            case Numbers n -> numbers(n);
            case Value.Dictionary d -> dictionary(d, pad);
            case Value.Selections s -> {
                text("{\n");
                for (Map.Entry<String, String> e : s.chosen().entrySet()) {
                    text(pad + "    string " + key(e.getKey()) + " = ");
                    quoted(e.getValue());
                    text("\n");
                }
                text(pad + "}");
            }
            case Value.Relocates r -> {
                text("{\n");
                for (Map.Entry<String, String> e : r.moves().entrySet()) {
                    text(pad + "    <" + e.getKey() + ">: <" + e.getValue() + ">,\n");
                }
                text(pad + "}");
            }
            case Value.Names n -> words(TextValue.tokens(n.names()));
            case Value.Choice c ->
                text(c.kind() == Value.Choice.PERMISSION ? c.number() == 1 ? "private" : "public" : "");
            case Value.Unregistered u -> unregistered(u.held(), pad);
            default -> throw new IOException(say("formats.usd.text.TextForm.text-has-no-form-for", v));
        }
    }

    /** A text that was not read by its type stands as it stood. */
    private void unregistered(Value held, String pad) throws IOException {
        if (held instanceof TextValue w && w.kind() == ValueKind.STRING) {
            text(w.first());
        } else {
            value(held, pad);
        }
    }

    private static String key(String k) {
        return k.matches("[A-Za-z_][A-Za-z0-9_]*")
                ? k
                : "\"" + k.replace("\\", "\\\\").replace("\"", "\\\"") + "\"";
    }

    private void dictionary(Value.Dictionary d, String pad) throws IOException {
        text("{\n");
        String in = pad + "    ";
        for (Map.Entry<String, Value> e : d.entries().entrySet()) {
            String type = switch (e.getValue()) {
                case Value.Dictionary x -> "dictionary";
                case Numbers n -> n.kind().text() + (n.array() ? "[]" : "");
                case TextValue w -> w.kind().text() + (w.array() ? "[]" : "");
                default -> "";
            };
            if (!type.isEmpty()) {
                text(in + type + " " + key(e.getKey()) + " = ");
                value(e.getValue(), in);
                text("\n");
            }
        }
        text(pad + "}");
    }

    private void words(TextValue w) throws IOException {
        if (!w.array()) {
            word(w.kind(), w.first());
            return;
        }
        text("[");
        for (int i = 0; i < w.items().size(); i++) {
            text(i > 0 ? ", " : "");
            word(w.kind(), w.items().get(i));
        }
        text("]");
    }

    private void word(ValueKind kind, String s) throws IOException {
        if (kind == ValueKind.ASSET) {
            asset(s);
        } else {
            quoted(s);
        }
    }

    private void numbers(Numbers n) throws IOException {
        MemorySegment m = n.bytes();
        ValueKind kind = n.kind();
        text(n.array() ? "[" : "");
        int width = kind.width();
        for (long i = 0; i < n.count(); i++) {
            text(i > 0 ? ", " : "");
            if (width == 1) {
                part(n, m, i);
            } else if (kind.isMatrix()) {
                int rows = kind.rows();
                text("( ");
                for (int r = 0; r < rows; r++) {
                    text(r > 0 ? ", (" : "(");
                    parts(n, m, i * width + (long) r * rows, rows);
                    text(")");
                }
                text(" )");
            } else if (kind.isQuaternion()) {
                text("(");
                part(n, m, 4 * i + 3);
                text(", ");
                parts(n, m, 4 * i, 3);
                text(")");
            } else {
                text("(");
                parts(n, m, i * width, width);
                text(")");
            }
        }
        text(n.array() ? "]" : "");
    }

    private void parts(Numbers n, MemorySegment m, long from, int count) throws IOException {
        for (int i = 0; i < count; i++) {
            text(i > 0 ? ", " : "");
            part(n, m, from + i);
        }
    }

    private void part(Numbers n, MemorySegment m, long i) throws IOException {
        switch (n.kind().part()) {
            case LONG -> {
                long v = m.get(idleheron.formats.bytes.ByteCursor.LONG, 8 * i);
                text(n.kind() == ValueKind.UINT64 ? Long.toUnsignedString(v) : Long.toString(v));
            }
            case DOUBLE -> text(shown(n.part(m, i)));
            case FLOAT, HALF -> text(shown((float) n.part(m, i)));
            default -> text(Long.toString((long) n.part(m, i)));
        }
    }
}
