package idleheron.report;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.finding.Convention;
import idleheron.core.remedy.Paused;
import idleheron.core.remedy.Remedy;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Remedies in their order as a recipe that the command line takes; what is switched off is left out. */
public final class RecipeJson {
    private RecipeJson() {}

    /**
     * @param form of remedies
     * @param destination where it all is going, or null
     */
    public static String text(RemedyJson form, @Nullable Convention destination, List<Remedy> remedies) {
        ObjectNode o = Json.of("recipe", 2);
        if (destination != null) {
            o.put("for", destination.code());
        }
        ArrayNode list = o.putArray("remedies");
        remedies.stream().filter(r -> !(r instanceof Paused)).forEach(r -> list.add(form.write(r)));
        return Json.text(o);
    }
}
