package idleheron.app.delivery;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.crossing.Preparation;
import idleheron.formats.disk.Drafts;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Target;
import idleheron.report.Json;

/** What was made ready and written, as JSON. */
public final class SentJson {
    private SentJson() {}

    /** What was sent, as {@code convert --json} prints it. */
    public static ObjectNode of(Preparation ready, Delivery.Outcome done, Target target) {
        ObjectNode o = Json.of("convert");
        o.put("format", target.format().name()).put("variant", target.variant()).put("placed", done.placed());
        ArrayNode steps = o.putArray("remedies");
        ready.steps()
                .forEach(s -> steps.addObject()
                        .put("remedy", s.remedy().code())
                        .put("measure", s.measure())
                        .put("effect", s.effect()));
        ArrayNode parts = o.putArray("parts");
        for (Delivery.Part p : done.parts()) {
            parts.addObject()
                    .put("file", p.file().toString())
                    .put("verdict", p.proof().verdict().word())
                    .put("told", p.told());
        }
        ArrayNode files = o.putArray("files");
        for (Drafts.Placing p : done.files()) {
            files.addObject()
                    .put("file", p.target().toString())
                    .put("change", p.change().name().toLowerCase(java.util.Locale.ROOT))
                    .put("bytes", p.bytes());
        }
        done.left().forEach(o.putArray("left")::add);
        return o;
    }
}
