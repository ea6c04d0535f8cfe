package idleheron.report;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import java.util.List;

/** Findings as JSON. */
public final class CheckJson {
    private CheckJson() {}

    /** Findings as {@code check --json} prints them. */
    public static ObjectNode of(List<Finding> findings) {
        ObjectNode out = Json.of("check");
        out.put("verdict", Inspection.verdict(findings).word());
        ArrayNode list = out.putArray("findings");
        findings.forEach(f -> list.add(finding(f)));
        return out;
    }

    static ObjectNode finding(Finding f) {
        ObjectNode o = Json.NODES.objectNode();
        o.put("code", f.code())
                .put("severity", f.severity().word())
                .put("subject", f.figure().subject())
                .put("message", f.title() + ": " + f.message());
        Json.number(o, "figure", f.figure().value());
        o.put("unit", f.figure().unit()).put("likelyCause", f.likelyCause());
        o.put("remedy", f.remedy() == null ? null : f.remedy().code());
        return o;
    }
}
