package idleheron.desktop.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Every code that is told leads to a page, and every page's codes are ones that are told. */
class HelpPagesTest {
    /** Codes in the first column of the tables of findings, causes and losses. */
    private static Set<String> documented() throws IOException {
        Set<String> out = new TreeSet<>();
        Pattern code = Pattern.compile("`([a-z0-9-]+)`");
        for (String line : Files.readAllLines(Path.of("..", "docs", "codes.md"))) {
            if (line.startsWith("## Remedies")) {
                break; // what is listed below is told by a sentence of its own
            }
            if (line.startsWith("| `")) {
                Matcher m = code.matcher(line.substring(0, line.indexOf('|', 2)));
                while (m.find()) {
                    out.add(m.group(1));
                }
            }
        }
        return out;
    }

    @Test
    void everyCodeHasAPageAndEveryPageItsCodes() throws IOException {
        Set<String> told = documented();
        assertThat(told).hasSizeGreaterThan(60);
        Set<String> without = new TreeSet<>();
        for (String c : told) {
            if (HelpPages.of(c) == null) {
                without.add(c);
            }
        }
        without.remove("reader-note");
        assertThat(without).as("codes without a page").isEmpty();
        Set<String> unknown = new TreeSet<>();
        HelpPages.all().forEach(p -> unknown.addAll(p.codes()));
        unknown.removeAll(told);
        unknown.remove("-");
        assertThat(unknown).as("codes that nobody tells").isEmpty();
    }
}
