package idleheron.desktop.model;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The help pages, one for each story. Kept as one text file: a page begins with a line {@code # title}, its second line names
 * the codes of the findings, causes and losses that lead to it, and paragraphs follow.
 */
public final class HelpPages {
    /**
     * One page.
     *
     * @param codes what leads to it
     */
    public record Page(String title, List<String> codes, List<String> paragraphs) {
        public Page {
            codes = List.copyOf(codes);
            paragraphs = List.copyOf(paragraphs);
        }
    }

    private static final List<Page> ALL = read();

    private HelpPages() {}

    public static List<Page> all() {
        return ALL;
    }

    /** The page that a code leads to, or null. */
    public static @Nullable Page of(String code) {
        return ALL.stream().filter(p -> p.codes().contains(code)).findFirst().orElse(null);
    }

    private static List<Page> read() {
        String text;
        try (InputStream in = HelpPages.class.getResourceAsStream("/idleheron/desktop/help.md")) {
            text = new String(java.util.Objects.requireNonNull(in).readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Map<String, List<String>> pages = new LinkedHashMap<>();
        String title = "";
        for (String block : text.split("\n\\s*\n")) {
            String b = block.strip();
            if (b.startsWith("# ")) {
                String[] lines = b.split("\n", 2);
                title = lines[0].substring(2).strip();
                pages.put(title, new ArrayList<>(List.of(lines.length < 2 ? "" : lines[1].strip())));
            } else if (!b.isEmpty()) {
                java.util.Objects.requireNonNull(pages.get(title)).add(b.replace("\n", " "));
            }
        }
        List<Page> out = new ArrayList<>();
        pages.forEach((t, lines) ->
                out.add(new Page(t, List.of(lines.getFirst().split("[ ,]+")), lines.subList(1, lines.size()))));
        return out;
    }
}
