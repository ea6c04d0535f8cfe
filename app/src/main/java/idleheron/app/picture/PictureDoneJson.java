package idleheron.app.picture;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.picture.PictureShape;
import idleheron.report.PicturesJson;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** What became of many pictures, as {@code pictures --json} prints it. */
public final class PictureDoneJson {
    private PictureDoneJson() {}

    /**
     * All of them, and what was linked.
     *
     * @param linked null where nothing was to be linked
     */
    public static ObjectNode of(List<PictureDone> done, PictureLinks.@Nullable Result linked) {
        ObjectNode top = PicturesJson.of();
        ArrayNode all = top.withArray("pictures");
        for (PictureDone d : done) {
            ObjectNode o = all.addObject().put("file", d.file().toString());
            if (!d.failure().isEmpty()) {
                o.put("failure", d.failure());
                continue;
            }
            o.put("role", d.role().name().toLowerCase(Locale.ROOT));
            PictureShape was = d.before();
            if (was != null) {
                o.set("before", PicturesJson.shape(was, d.role()));
            }
            PictureShape is = d.after();
            if (is != null) {
                o.set("after", PicturesJson.shape(is, d.role()));
                d.did().forEach(o.putArray("did")::add);
                d.targets().forEach(t -> o.withArray("written").add(t.toString()));
            }
            if (d.gap() != null) {
                o.putObject("apart")
                        .put("mean", d.gap().mean())
                        .put("worst", d.gap().worst())
                        .put("x", d.gap().x())
                        .put("y", d.gap().y());
            }
            o.set("findings", PicturesJson.findings(d.findings()));
            ArrayNode like = o.putArray("alike");
            d.alike()
                    .forEach(a ->
                            like.addObject().put("file", a.file().toString()).put("same", a.same()));
        }
        if (linked != null) {
            ObjectNode l = top.putObject("linked");
            linked.linked().forEach(l::put);
            linked.missing().forEach(top.putArray("missing")::add);
        }
        return top;
    }
}
