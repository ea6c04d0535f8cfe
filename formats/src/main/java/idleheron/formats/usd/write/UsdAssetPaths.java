package idleheron.formats.usd.write;

import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Reference;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.util.function.Consumer;

/** The asset paths in a value. */
public final class UsdAssetPaths {
    private UsdAssetPaths() {}

    /** Hands over every asset path in a value. */
    public static void each(Value v, Consumer<String> f) {
        switch (v) {
            case TextValue w when w.kind() == ValueKind.ASSET -> w.items().forEach(f);
            case Value.Dictionary d -> d.entries().values().forEach(e -> each(e, f));
            case ListEdit e ->
                e.lists().forEach((op, list) -> {
                    for (Object o : list) {
                        if (op != ListEdit.Operation.DELETED
                                && o instanceof Reference r
                                && !r.asset().isEmpty()) {
                            f.accept(r.asset());
                        }
                    }
                });
            case TimeSamples t
            when t.count() > 0 && t.value(0) instanceof TextValue w && w.kind() == ValueKind.ASSET -> {
                for (int i = 0; i < t.count(); i++) {
                    each(t.value(i), f);
                }
            }
            default -> {}
        }
    }
}
