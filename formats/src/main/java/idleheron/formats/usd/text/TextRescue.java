package idleheron.formats.usd.text;

import static idleheron.core.Messages.say;

import idleheron.core.scene.Lost;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import idleheron.formats.usd.layer.PrimLosses;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import java.util.ArrayList;
import java.util.List;
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

    /** The end of a prim and the head of another take at least so many bytes. */
    private static final int LEAST_HIDDEN = 16;

    /** After so many breaks the rest is given up. */
    private static final int MOST_BREAKS = 2000;

    private final TextReader reader;
    private final TextCursor in;
    private final Salvage salvage;
    private int breaks;
    private final List<Spec> stripped = new ArrayList<>();

    TextRescue(TextReader reader, TextCursor in, Salvage salvage) {
        this.reader = reader;
        this.in = in;
        this.salvage = salvage;
    }

    /** The prims of a layer, from where its metadata end or break. */
    void top(Spec root) {
        body(root, "/", -1, -1);
        stripped.forEach(s -> s.properties().clear());
    }

    /** Whether what stands in a range can be relied on. */
    boolean isSound(int from, int to) {
        return !salvage.doubts(from, to);
    }

    /** The metadata of the layer, from a byte to here, are damaged. */
    void metadata(int from) {
        salvage.lost(
                Lost.What.STAGE,
                "",
                Salvage.bytes(from, in.at()),
                say("formats.usd.text.TextRescue.what-the-layer-declares-is-damaged"));
        PrimLosses.part(
                salvage,
                Salvage.bytes(from, in.at()),
                say("formats.usd.text.TextRescue.what-the-layer-declares-is-damaged"));
    }

    /** A prim of which something is lost. */
    void lost(Spec prim, String path, int from, int to, String why) {
        if (salvage.isBare()) {
            stripped.add(prim);
        }
        PrimLosses.tell(salvage, path, prim, Salvage.bytes(from, to), why);
    }

    /**
     * What stands between braces.
     *
     * @param column of the prim's first word
     */
    void body(Spec on, String path, int depth, int column) {
        boolean top = on.type() == Spec.Type.ROOT;
        boolean broke = false;
        boolean misplaced = false;
        int inner = -1;
        while (true) {
            int blank = in.at();
            in.skip();
            if (!isSound(blank, in.at()) && !broke) { // noise that reads like a comment
                broke = true;
                misplaced = true;
                if (top) {
                    PrimLosses.part(
                            salvage,
                            Salvage.bytes(blank, in.at()),
                            say("formats.usd.text.TextRescue.a-part-is-damaged"));
                } else {
                    lost(on, path, blank, in.at(), say("formats.usd.text.TextRescue.something-of-it-is-damaged"));
                }
            }
            if (in.ended()) {
                if (!top) {
                    lost(on, path, in.at(), in.at(), say("formats.usd.text.TextRescue.the-file-ends-within-it"));
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
            int known = on.properties().size();
            int children = on.children().size();
            try {
                reader.statement(on, path, depth);
                if (prim && misplaced && on.children().size() > children) {
                    Spec child = List.copyOf(on.children().values()).getLast();
                    PrimLosses.place(salvage, SpecPath.child(path, child.name()));
                }
                if (!prim && !isSound(from, in.at())) {
                    if (on.properties().size() > known) {
                        on.properties()
                                .keySet()
                                .removeAll(List.of(
                                        List.copyOf(on.properties().keySet()).getLast()));
                    }
                    lost(on, path, from, in.at(), say("formats.usd.text.TextRescue.a-value-of-it-is-damaged"));
                }
                if (!in.separated()) {
                    throw in.wrong(say("formats.usd.text.TextRescue.a-line-end"));
                }
            } catch (FormatException | RuntimeException e) {
                broke = true;
                int to = Math.max(in.at(), from + 1);
                String name = name(from, prim);
                if (prim || top) {
                    PrimLosses.part(
                            salvage, Salvage.bytes(from, to), say("formats.usd.text.TextRescue.is-damaged", name));
                }
                if (!top) { // what follows may belong to another prim, whose head was lost
                    lost(
                            on,
                            path,
                            from,
                            to,
                            prim
                                    ? say("formats.usd.text.TextRescue.is-damaged", name)
                                    : say("formats.usd.text.TextRescue.a-value-of-it-is-damaged"));
                }
                if (!next(to, column, inner)) {
                    return;
                }
                misplaced |= in.at() - from > LEAST_HIDDEN; // the end of this prim and the head of another may be lost
            }
        }
    }

    private String name(int from, boolean prim) {
        Matcher m = PRIM.matcher(in.lineAt(from));
        return prim && m.matches() ? "prim " + m.group(1) : "a part";
    }

    /** Goes to the next line that belongs to a prim; false where the prim ends, behind its brace or before what is not its own. */
    private boolean next(int from, int column, int inner) {
        breaks++;
        for (int p = in.after(from); p < in.size() && breaks <= MOST_BREAKS; p = in.after(p)) {
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
