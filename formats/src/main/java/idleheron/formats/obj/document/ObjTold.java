package idleheron.formats.obj.document;

import static idleheron.core.Messages.say;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What is told of a text: the same things once, with their number and where the first is. */
final class ObjTold {
    private static final int MOST = 200;

    private static final class Count {
        private long line;
        private long times;
        private final String example;

        Count(long line, String example) {
            this.line = line;
            this.example = example;
        }
    }

    private final Map<String, Count> all = new LinkedHashMap<>();

    /**
     * @param what "points that are no numbers"
     * @param example what stands there, or ""
     */
    void note(String what, long line, String example) {
        Count c = all.get(what);
        if (c == null) {
            if (all.size() >= MOST) {
                return;
            }
            c = new Count(line, example.length() > 40 ? example.substring(0, 40) + "…" : example);
            all.put(what, c);
        }
        c.times++;
    }

    void add(ObjTold more) {
        more.all.forEach((what, c) -> {
            Count mine = all.computeIfAbsent(what, w -> new Count(c.line, c.example));
            mine.times += c.times;
            mine.line = Math.min(mine.line, c.line);
        });
    }

    List<String> lines() {
        List<String> out = new ArrayList<>();
        all.forEach((what, c) -> out.add(say(
                "formats.obj.document.ObjTold.the-first-in-line",
                what,
                c.times,
                c.line,
                (c.example.isEmpty() ? "" : " (" + c.example + ")"))));
        return out;
    }
}
