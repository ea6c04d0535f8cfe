package idleheron.formats.usd.text;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.ListEdit.Items;
import idleheron.formats.usd.layer.ListEdit.Operation;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Reference;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeOffset;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What stands in parentheses behind a layer, a prim, a variant or a property. */
final class TextMetadata {
    private final TextCursor in;
    private final TextValues values;

    TextMetadata(TextCursor in, TextValues values) {
        this.in = in;
        this.values = values;
    }

    /** The entries of an optional pair of parentheses, put on a spec. */
    void read(Spec on) throws FormatException {
        if (!in.take('(')) {
            return;
        }
        in.separated();
        while (!in.take(')')) {
            if (in.atQuote()) {
                on.with(Field.COMMENT, TextValue.string(in.quoted()));
            } else {
                entry(on);
            }
            if (!in.separated()) {
                throw in.wrong(say("formats.usd.text.TextMetadata.a-line-end-or"));
            }
        }
    }

    /** "add", "append" and so on, or null where the next word is no operation. */
    @Nullable
    Operation operation() {
        for (Operation o : Operation.values()) {
            int from = in.at();
            if (!o.word().isEmpty() && in.takeWord(o.word())) {
                if (in.atWord()) {
                    return o;
                }
                in.to(from);
            }
        }
        return null;
    }

    private void entry(Spec on) throws FormatException {
        Operation op = operation();
        String field = Field.stored(in.word());
        in.expect('=');
        Field.Holds holds = Field.holds(field);
        if (holds == null) {
            Value v = new Value.Unregistered(TextValue.string(raw()));
            on.with(op == null ? field : op.word() + " " + field, v);
            return;
        }
        Operation asked = op == null ? Operation.EXPLICIT : op;
        switch (holds) {
            case TOKEN_EDIT, STRING_EDIT, PATH_EDIT, REFERENCE_EDIT, PAYLOAD_EDIT -> edit(on, field, holds, asked);
            case SUBLAYERS -> sublayers(on);
            default -> on.with(field, value(holds));
        }
    }

    private void edit(Spec on, String field, Field.Holds holds, Operation op) throws FormatException {
        Items items = switch (holds) {
            case TOKEN_EDIT -> Items.TOKENS;
            case STRING_EDIT -> Items.STRINGS;
            case REFERENCE_EDIT -> Items.REFERENCES;
            case PAYLOAD_EDIT -> Items.PAYLOADS;
            default -> Items.PATHS;
        };
        on.with(field, joined(on.get(field), items, op, list(items)));
    }

    /** An earlier list edit of the same field, with one more operation. */
    static ListEdit joined(@Nullable Value before, Items items, Operation op, List<?> list) {
        return before instanceof ListEdit e ? e.with(op, list) : ListEdit.of(items, op, list);
    }

    /** One item, or several in square brackets, or {@code None}. */
    List<Object> list(Items items) throws FormatException {
        List<Object> out = new ArrayList<>();
        if (in.takeWord("None")) {
            return out;
        }
        if (!in.take('[')) {
            out.add(item(items));
            return out;
        }
        while (!in.take(']')) {
            out.add(item(items));
            if (!in.take(',') && in.peek() != ']') {
                throw in.wrong(say("formats.usd.text.TextMetadata.or"));
            }
        }
        return out;
    }

    private Object item(Items items) throws FormatException {
        return switch (items) {
            case PATHS -> in.path();
            case REFERENCES -> reference(false);
            case PAYLOADS -> reference(true);
            default -> in.quoted();
        };
    }

    private Reference reference(boolean payload) throws FormatException {
        boolean file = in.peek() == '@';
        if (!file && in.here() != '<') {
            throw in.wrong(say("formats.usd.text.TextMetadata.an-asset-path-or-a-prim"));
        }
        String asset = file ? in.asset() : "";
        int after = in.at();
        String prim = "";
        if (in.peek() == '<') {
            prim = in.path();
        } else {
            in.to(after);
        }
        TimeOffset offset = TimeOffset.NONE;
        Value.Dictionary data = Value.Dictionary.EMPTY;
        if (in.take('(')) {
            in.separated();
            while (!in.take(')')) {
                String key = in.word();
                in.expect('=');
                switch (key) {
                    case "offset" -> offset = new TimeOffset(in.number(), offset.scale());
                    case "scale" -> offset = new TimeOffset(offset.offset(), in.number());
                    case "customData" -> data = values.dictionary();
                    default -> throw in.wrong(say("formats.usd.text.TextMetadata.offset-scale-or-customdata"), key);
                }
                if (!in.separated()) {
                    throw in.wrong(say("formats.usd.text.TextMetadata.a-line-end-or"));
                }
            }
        }
        return new Reference(asset, prim, offset, data, payload);
    }

    private void sublayers(Spec on) throws FormatException {
        List<String> assets = new ArrayList<>();
        List<TimeOffset> offsets = new ArrayList<>();
        in.expect('[');
        while (!in.take(']')) {
            Reference r = reference(false);
            assets.add(r.asset());
            offsets.add(r.offset());
            if (!in.take(',') && in.peek() != ']') {
                throw in.wrong(say("formats.usd.text.TextMetadata.or"));
            }
        }
        on.with(Field.SUBLAYERS, new TextValue(ValueKind.STRING, true, assets));
        on.with(Field.SUBLAYER_OFFSETS, new Value.Offsets(offsets));
    }

    private Value value(Field.Holds holds) throws FormatException {
        if (in.takeWord("None")) {
            return Value.Blocked.IT;
        }
        return switch (holds) {
            case BOOL -> Numbers.truth(values.truth());
            case INT -> Numbers.whole(ValueKind.INT, false, in.whole(Integer.MIN_VALUE, Integer.MAX_VALUE, false));
            case FLOAT -> Numbers.one(ValueKind.FLOAT, in.number());
            case DOUBLE -> Numbers.one(ValueKind.DOUBLE, in.number());
            case STRING -> TextValue.string(in.quoted());
            case TOKEN -> TextValue.token(in.atQuote() ? in.quoted() : in.word());
            case ASSET -> TextValue.asset(in.asset());
            case TOKENS ->
                in.peek() == '[' ? values.read("token[]") : new TextValue(ValueKind.TOKEN, true, List.of(in.quoted()));
            case DICTIONARY -> values.dictionary();
            case SELECTIONS -> selections();
            case RELOCATES -> relocates();
            case PERMISSION -> permission();
            default -> new Value.Unregistered(TextValue.string(raw()));
        };
    }

    private Value permission() throws FormatException {
        String word = in.word();
        if (!word.equals("public") && !word.equals("private")) {
            throw in.wrong(say("formats.usd.text.TextMetadata.public-or-private"), word);
        }
        return new Value.Choice(Value.Choice.PERMISSION, word.equals("private") ? 1 : 0);
    }

    private Value selections() throws FormatException {
        Map<String, String> out = new LinkedHashMap<>();
        values.dictionary().entries().forEach((k, v) -> out.put(k, v instanceof TextValue w ? w.first() : ""));
        return new Value.Selections(out);
    }

    private Value relocates() throws FormatException {
        Map<String, String> out = new LinkedHashMap<>();
        in.expect('{');
        while (!in.take('}')) {
            String from = in.path();
            in.expect(':');
            out.put(from, in.path());
            in.take(',');
            in.separated();
        }
        return new Value.Relocates(out);
    }

    /** What stands here up to the end of the entry, as it stands, brackets and quotes minded. */
    private String raw() throws FormatException {
        in.skip();
        int from = in.at();
        int open = 0;
        while (true) {
            byte c = in.here();
            if (c == 0 && in.ended()) {
                throw in.wrong(say("formats.usd.text.TextMetadata.a-value"));
            }
            if (c == '"' || c == '\'') {
                in.quoted();
                continue;
            }
            if (c == '@') {
                in.asset();
                continue;
            }
            boolean closes = c == ']' || c == '}' || c == ')';
            if (open == 0 && (c == '\n' || c == ';' || c == '#' || closes)) {
                break;
            }
            open += c == '[' || c == '{' || c == '(' ? 1 : closes ? -1 : 0;
            in.to(in.at() + 1);
        }
        String out = in.between(from, in.at()).strip();
        if (out.isEmpty()) {
            throw in.wrong(say("formats.usd.text.TextMetadata.a-value"));
        }
        return out;
    }
}
