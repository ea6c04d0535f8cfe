package idleheron.report.build;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.report.Json;
import idleheron.report.Paper;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** What is noted, but for what is as it should be, in the Static Analysis Results Interchange Format, SARIF 2.1.0 (OASIS standard). */
public final class SarifJson {
    private static final String VERSION = "2.1.0";
    private static final String PRINT = "finding/v1";

    private SarifJson() {}

    /** The log that build servers read (SARIF 2.1.0). */
    public static ObjectNode of(Checked c) {
        ObjectNode o = Json.object();
        o.put("$schema", "https://json.schemastore.org/sarif-2.1.0.json").put("version", VERSION);
        ObjectNode run = o.putArray("runs").addObject();
        ObjectNode driver = run.putObject("tool").putObject("driver");
        int space = Paper.PROGRAM.lastIndexOf(' ');
        driver.put("name", Paper.PROGRAM.substring(0, space)).put("version", Paper.PROGRAM.substring(space + 1));
        Map<String, Integer> rules = new LinkedHashMap<>();
        List<Noted> told =
                c.noted().stream().filter(n -> n.level() != Noted.Level.PASSED).toList();
        told.forEach(f -> rules.putIfAbsent(f.code(), rules.size()));
        ArrayNode ids = driver.putArray("rules");
        rules.keySet().forEach(r -> ids.addObject().put("id", r));
        ArrayNode results = run.putArray("results");
        for (Noted f : told) {
            result(results.addObject(), c, f, rules);
        }
        return o;
    }

    private static void result(ObjectNode to, Checked c, Noted f, Map<String, Integer> rules) {
        to.put("ruleId", f.code())
                .put("ruleIndex", rules.get(f.code()))
                .put("level", f.level().name().toLowerCase(Locale.ROOT));
        to.putObject("message").put("text", f.told());
        ObjectNode place = to.putArray("locations").addObject();
        place.putObject("physicalLocation").putObject("artifactLocation").put("uri", uri(c.file()));
        if (!f.figure().subject().isEmpty()) {
            place.putArray("logicalLocations")
                    .addObject()
                    .put("fullyQualifiedName", f.figure().subject());
        }
        to.putObject("partialFingerprints").put(PRINT, KnownFindings.Known.of(f).print());
        to.put("baselineState", c.known().has(f) ? "unchanged" : "new");
        ObjectNode more = to.putObject("properties");
        if (Double.isFinite(f.figure().value())) {
            more.put("figure", f.figure().value()).put("unit", f.figure().unit());
        }
        if (!f.remedy().isEmpty()) {
            more.put("remedy", f.remedy());
        }
    }

    private static String uri(String file) {
        try {
            return new URI(null, null, file.replace('\\', '/'), null).toASCIIString();
        } catch (URISyntaxException e) {
            return file.replaceAll("[^A-Za-z0-9._/-]", "_");
        }
    }
}
