package idleheron.formats.usd.layer;

import idleheron.core.scene.Lost;
import idleheron.formats.FormatException;
import idleheron.formats.Salvage;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Goes on where a layer in text is broken: at the next line that begins a property or prim of the prim that was open, or ends
 * it, by how far it is indented. What belongs to a prim that was lost is lost with it.
 */
final class TextRescue {
    private static final Pattern PRIM = Pattern.compile("(?:def|over|class)\\s+(?:[\\w.]+\\s+)?\"([^\"]*)\".*");
    private static final Pattern PROPERTY = Pattern.compile(
            "(?:(?:custom|uniform|varying|prepend|append|delete|add|reorder)\\s+)*[A-Za-z]\\w*(?:\\[\\])?\\s+[A-Za-z][\\w:.]*\\s*(?:=.*|\\(.*)?");

    private final TextReader reader;
    private final TextCursor in;
    private final Salvage salvage;
    private final boolean bare;

    /**
     * @param bare whether a prim of which anything is lost keeps none of its properties
     */
    TextRescue(TextReader reader, TextCursor in, Salvage salvage, boolean bare) {
        this.reader = reader;
        this.in = in;
        this.salvage = salvage;
        this.bare = bare;
    }

    /** The prims of a layer, from where its metadata end or break. */
    void top(Spec root) {
        body(root, "/", -1, -1);
    }

    /** Whether what stands in a range can be relied on. */
    boolean isSound(int from, int to) {
        return !salvage.doubts(from, to);
    }

    /** Whether any line indented as far as the top begins or ends something there is left to {@code body}. */
    void metadata(int from) {
        salvage.lost(Lost.What.STAGE, "", Salvage.bytes(from, in.at()), "what the layer declares is damaged");
        PrimLosses.part(salvage, Salvage.bytes(from, in.at()), "what the layer declares is damaged");
    }

    /** A prim of which something is lost. */
    void lost(Spec prim, String path, int from, int to, String why) {
        PrimLosses.tell(salvage, path, prim.text(Field.TYPE_NAME), Salvage.bytes(from, to), why);
        if (bare) {
            prim.properties().clear();
        }
    }

    /**
     * What stands between braces.
     *
     * @param column of the prim's first word
     */
    void body(Spec on, String path, int depth, int column) {
        boolean top = on.type() == Spec.Type.ROOT;
        boolean broke = false;
        int inner = -1;
        while (true) {
            in.skip();
            if (in.ended()) {
                if (!top) {
                    lost(on, path, in.at(), in.at(), "the file ends within it");
                }
                return;
            }
            if (in.take('}')) {
                if (top) {
                    continue;
                }
                return;
            }
            int from = in.at();
            if (inner < 0 && !broke) {
                inner = in.column(from);
            }
            boolean prim = PRIM.matcher(in.lineAt(from)).matches();
            if (broke && prim && in.column(from) <= column) {
                return;
            }
            try {
                reader.statement(on, path, depth);
                if (!prim && !isSound(from, in.at())) {
                    lost(on, path, from, in.at(), "a value of it is damaged");
                }
                if (!in.separated()) {
                    throw in.wrong("a line end");
                }
            } catch (FormatException | RuntimeException e) {
                broke = true;
                int to = Math.max(in.at(), from + 1);
                if (prim || top) {
                    Matcher m = PRIM.matcher(in.lineAt(from));
                    PrimLosses.part(
                            salvage,
                            Salvage.bytes(from, to),
                            (m.matches() ? "prim " + m.group(1) : "a part") + " is damaged");
                } else {
                    lost(on, path, from, to, "a value of it is damaged");
                }
                if (!next(to, column, inner)) {
                    return;
                }
            }
        }
    }

    /** Goes to the next line that belongs to a prim; false where the prim ends, behind its brace or before what is not its own. */
    private boolean next(int from, int column, int inner) {
        for (int p = in.after(from); p < in.size(); p = in.after(p)) {
            String line = in.lineAt(p);
            String text = line.strip();
            int at = p + line.length() - line.stripLeading().length();
            int c = in.column(at);
            if (text.isEmpty() || !isSound(p, p + line.length())) {
                continue;
            }
            if (text.startsWith("}") && c <= column) {
                in.to(c == column ? at + 1 : at);
                return false;
            }
            boolean prim = PRIM.matcher(text).matches();
            if (prim && c <= column) {
                in.to(at);
                return false;
            }
            boolean own = inner < 0 ? prim : c == inner;
            if (own && (prim || column >= 0 && PROPERTY.matcher(text).matches())) {
                in.to(at);
                return true;
            }
        }
        in.to(in.size());
        return true;
    }
}
