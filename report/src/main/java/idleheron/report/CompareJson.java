package idleheron.report;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.Evidence;
import idleheron.core.compare.Comparison;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.TopicResult;
import org.jspecify.annotations.Nullable;

/** A comparison as JSON. */
public final class CompareJson {
    private CompareJson() {}

    /** What came back as it came and, where it was mended, what it is mended. */
    public static ObjectNode of(Comparison c, Paper.@Nullable Mended mended) {
        ObjectNode out = of(c);
        if (mended != null) {
            ObjectNode m = out.putObject("mended")
                    .put("verdict", mended.comparison().verdict().word())
                    .put("file", mended.file());
            ArrayNode done = m.putArray("remedies");
            mended.done().forEach(done::add);
            ArrayNode topics = m.putArray("topics");
            for (TopicResult t : mended.comparison().topics()) {
                topics.addObject()
                        .put("topic", t.topic().code())
                        .put("verdict", t.verdict().word())
                        .set("worst", Json.figure(t.worst()));
            }
        }
        return out;
    }

    /** A comparison as {@code compare --json} prints it. */
    public static ObjectNode of(Comparison c) {
        ObjectNode out = Json.of("compare");
        out.put("verdict", c.verdict().word()).put("asMeant", c.asMeant());
        ArrayNode causes = out.putArray("likelyCauses");
        for (LikelyCause l : c.causes()) {
            ObjectNode o = causes.addObject().put("code", l.code()).put("text", l.text());
            ArrayNode explains = o.putArray("explains");
            l.explains().forEach(t -> explains.add(t.code()));
            o.put("left", l.left()).put("remedy", l.remedy().code());
        }
        for (Loss l : c.losses()) {
            ObjectNode o = causes.addObject().put("code", l.code()).put("text", l.text());
            o.putArray("explains").add(l.topic().code());
            o.putNull("left").putNull("remedy").set("figure", Json.figure(l.figure()));
        }
        ArrayNode topics = out.putArray("topics");
        for (TopicResult t : c.topics()) {
            ObjectNode o = topics.addObject()
                    .put("topic", t.topic().code())
                    .put("verdict", t.verdict().word())
                    .put("summary", t.summary());
            o.set("worst", Json.figure(t.worst()));
            ArrayNode rows = o.putArray("rows");
            for (Evidence.Row r : t.evidence().rows()) {
                row(t.evidence(), r, rows.addObject());
            }
        }
        return out;
    }

    private static void row(Evidence e, Evidence.Row r, ObjectNode o) {
        o.put("subject", r.subject()).put("over", r.over());
        for (int i = 0; i < r.cells().size(); i++) {
            if (r.cells().get(i) instanceof Double d) {
                Json.number(o, e.columns().get(i), d);
            } else {
                o.put(e.columns().get(i), r.cells().get(i).toString());
            }
        }
    }
}
