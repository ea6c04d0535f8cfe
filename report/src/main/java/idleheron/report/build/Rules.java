package idleheron.report.build;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.report.Json;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Every code that a check can tell, as the page of codes has them, which ships with the program. */
public final class Rules {
    private static final String PAGE = "/idleheron/report/codes.md";
    private static final String TABLE = "## Findings";
    private static final Pattern CODE = Pattern.compile("`([a-z0-9-]+)`");

    private Rules() {}

    /**
     * A code.
     *
     * @param severity what it is told as, the worst first: "may drift, note"
     * @param means in a sentence
     * @param remedy what mends it and when, or ""
     */
    public record Rule(String code, String severity, String means, String remedy) {}

    /** All, in the order of the page. */
    public static List<Rule> all() {
        List<Rule> out = new ArrayList<>();
        boolean inside = false;
        for (String line : page().lines().toList()) {
            if (line.startsWith("## ")) {
                inside = line.startsWith(TABLE);
            } else if (inside && line.startsWith("| `")) {
                String[] cells = line.split("(?<!\\\\)\\|", -1);
                for (Matcher m = CODE.matcher(cells[1]); m.find(); ) {
                    out.add(new Rule(m.group(1), plain(cells[2]), plain(cells[3]), plain(cells[4])));
                }
            }
        }
        return out;
    }

    private static String plain(String cell) {
        return cell.strip().replace("`", "").replace("\\|", "|");
    }

    private static String page() {
        try (InputStream in = Rules.class.getResourceAsStream(PAGE)) {
            return new String(Objects.requireNonNull(in, PAGE).readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Every rule with its code and help. */
    public static ObjectNode json() {
        ObjectNode o = Json.object().put("schema", "idle-heron/rules/1");
        ArrayNode rules = o.putArray("rules");
        for (Rule r : all()) {
            rules.addObject()
                    .put("code", r.code)
                    .put("severity", r.severity)
                    .put("means", r.means)
                    .put("remedy", r.remedy);
        }
        return o;
    }
}
