package idleheron.formats.alembic.archive;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;

/** Metadata that many headers share, while an archive is written: at most 254 entries of at most 255 bytes. */
public final class MetaTable {
    private static final int MOST = 254;
    private static final int LONGEST = 255;
    private static final int INLINE = 255;
    private final Map<String, Integer> known = new LinkedHashMap<>();

    /** 0 for none, 255 where it has to follow inline. */
    public int index(String text) {
        if (text.isEmpty()) {
            return 0;
        }
        Integer at = known.get(text);
        if (at != null) {
            return at;
        }
        if (text.getBytes(StandardCharsets.UTF_8).length > LONGEST || known.size() >= MOST) {
            return INLINE;
        }
        known.put(text, known.size() + 1);
        return known.size();
    }

    public byte[] bytes() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (String s : known.keySet()) {
            byte[] b = s.getBytes(StandardCharsets.UTF_8);
            out.write(b.length);
            out.writeBytes(b);
        }
        return out.toByteArray();
    }
}
