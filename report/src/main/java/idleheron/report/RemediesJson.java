package idleheron.report;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.catalogue.RemedyCatalogue;
import java.lang.reflect.RecordComponent;

/**
 * Every remedy as JSON:
 *
 * <pre>
 * { "schema": "idle-heron/remedies/1", "remedies": [{ "code": "limit-influences", "usage": "limit-influences=N",
 *   "word": true, "destination": false, "text": "Keeps the strongest …", "keeps": "…", "measure": "…",
 *   "parameters": [{ "name": "most", "type": "int" }] }] }
 * </pre>
 *
 * <p>{@code word} is whether the command line can tell it, {@code destination} whether it needs one; the parameters are those
 * of its object in a recipe.
 */
public final class RemediesJson {
    private RemediesJson() {}

    /** Whether it can be told only where it is known where all goes. */
    public static boolean needsDestination(RemedyType type) {
        RemedyType.Word w = type.word();
        return w != null && w.destination();
    }

    /** The catalogue as {@code heron remedies --json} prints it. */
    public static ObjectNode of(RemedyCatalogue catalogue) {
        ObjectNode out = Json.of("remedies");
        ArrayNode all = out.putArray("remedies");
        for (RemedyType t : catalogue.types()) {
            ObjectNode n = all.addObject()
                    .put("code", t.code())
                    .put("usage", t.usage())
                    .put("word", t.word() != null)
                    .put("destination", needsDestination(t))
                    .put("text", t.text())
                    .put("keeps", t.keeps().label())
                    .put("measure", t.measure().name());
            ArrayNode parameters = n.putArray("parameters");
            for (RecordComponent c : t.form().getRecordComponents()) {
                parameters.addObject().put("name", c.getName()).put("type", RemedyJson.label(c.getGenericType()));
            }
        }
        return out;
    }
}
