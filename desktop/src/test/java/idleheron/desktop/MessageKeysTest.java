package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Every message that the code says has a text, every text is said, and both agree on how many values there are. */
class MessageKeysTest {
    private static final Pattern SAID = Pattern.compile("\\bsay\\(");

    private static final Pattern KEY = Pattern.compile("\"([a-z0-9]+\\.[A-Za-z0-9_.-]+)\"");

    /** What options of the command line say: a text without values. */
    private static final Pattern OPTION = Pattern.compile("\\bdescriptionKey = \"([a-z0-9]+\\.[A-Za-z0-9_.-]+)\"");

    /** In place of a count: a key of the class, which is said elsewhere with as many values as its text has. */
    private static final int HANDED = -1;

    private static final Pattern PLACE = Pattern.compile("\\{(\\d+)}");

    /** A word by the value of a place, and one as it must be: one word for 1 and one for others. */
    private static final Pattern CHOICE = Pattern.compile("\\{\\d+\\|[^}]*}");

    private static final Pattern TWO = Pattern.compile("\\{\\d+\\|[^|{}]+\\|[^|{}]+}");

    /** Keys that are put together by the code. */
    private static final Set<String> MADE =
            Set.of("core.Verdict.", "core.finding.Severity.", "core.counted.", "desktop.widget.Choice.", "cli.usage.");

    private static Map<String, Set<Integer>> said(String module) throws IOException {
        Map<String, Set<Integer>> out = new TreeMap<>();
        try (Stream<Path> files = Files.walk(Path.of("..", module, "src/main"))) {
            for (Path f :
                    files.filter(p -> p.toString().matches(".*\\.(java|ftlh)")).toList()) {
                String text = Files.readString(f);
                String own = String.valueOf(f.getFileName()).replaceAll("\\..*", "");
                Matcher m = SAID.matcher(text);
                while (m.find()) {
                    int end = endOfFirst(text, m.end());
                    Matcher key = KEY.matcher(text.substring(m.end(), end));
                    while (key.find()) { // several where one of them is chosen
                        out.computeIfAbsent(key.group(1), k -> new TreeSet<>()).add(values(text, end));
                    }
                }
                Matcher handed = KEY.matcher(text);
                while (handed.find()) {
                    if (handed.group(1).startsWith(module + ".")) {
                        Set<Integer> values = out.computeIfAbsent(handed.group(1), k -> new TreeSet<>());
                        if (handed.group(1).contains("." + own + ".")) {
                            values.add(HANDED);
                        }
                    }
                }
                Matcher option = OPTION.matcher(text);
                while (option.find()) {
                    out.computeIfAbsent(option.group(1), k -> new TreeSet<>()).add(0);
                }
            }
        }
        return out;
    }

    /** How many arguments follow up to the parenthesis that closes the call. */
    private static int values(String text, int from) {
        int count = 0;
        for (int i = from; text.charAt(i) == ','; i = endOfFirst(text, i + 1)) {
            count++;
        }
        return count;
    }

    /** Where the argument that begins here ends: at its comma, or at the parenthesis that closes the call. */
    private static int endOfFirst(String text, int from) {
        int depth = 0;
        for (int i = from; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '"') {
                for (i++; text.charAt(i) != '"'; i++) {
                    i += text.charAt(i) == '\\' ? 1 : 0;
                }
            } else if (c == '\'') {
                i += text.charAt(i + 1) == '\\' ? 3 : 2;
            } else if (c == '(' || c == '[' || c == '{') {
                depth++;
            } else if (depth == 0 && (c == ')' || c == ',')) {
                return i;
            } else if (c == ')' || c == ']' || c == '}') {
                depth--;
            }
        }
        return text.length() - 1;
    }

    @ParameterizedTest
    @ValueSource(strings = {"core", "formats", "app", "report", "rehearsal", "desktop", "cli"})
    void everyKeyHasItsTextAndItsValues(String module) throws IOException {
        Map<String, Set<Integer>> said = said(module);
        Properties file = new Properties();
        try (Reader in = Files.newBufferedReader(
                Path.of("..", module, "src/main/resources/idleheron", module, "messages.properties"))) {
            file.load(in);
        }
        Map<String, String> texts = new TreeMap<>();
        file.forEach((key, text) -> texts.put((String) key, (String) text));
        List<String> wrong = new ArrayList<>();
        Set<String> once = new TreeSet<>();
        for (String line : Files.readAllLines(
                Path.of("..", module, "src/main/resources/idleheron", module, "messages.properties"))) {
            String key = line.replaceAll("\\s*=.*", "");
            if (!line.startsWith("#") && line.contains("=") && !once.add(key)) {
                wrong.add("two texts for " + key);
            }
        }
        MADE.forEach(said::remove);
        said.forEach((k, values) -> {
            if (!texts.containsKey(k) && !values.isEmpty()) { // what is never said is the name of something else
                wrong.add("no text for " + k);
            }
        });
        texts.forEach((k, text) -> {
            CHOICE.matcher(text)
                    .results()
                    .filter(c -> !TWO.matcher(c.group()).matches())
                    .forEach(c -> wrong.add(k + " has no two words in " + c.group()));
            if (!text.equals(text.stripTrailing())) { // a sentence is one text; an editor takes the blank away
                wrong.add(k + " ends with a blank");
            }
        });
        texts.keySet().stream()
                .filter(k -> !said.containsKey(k) && MADE.stream().noneMatch(k::startsWith))
                .forEach(k -> wrong.add("nobody says " + k));
        said.forEach((key, counts) -> {
            Set<Integer> places = new TreeSet<>();
            Matcher m = PLACE.matcher(texts.getOrDefault(key, ""));
            while (m.find()) {
                places.add(Integer.parseInt(m.group(1)));
            }
            for (int n : counts) {
                Set<Integer> expected = new TreeSet<>();
                for (int i = 0; i < n; i++) {
                    expected.add(i);
                }
                // a text without values may show braces of its own
                if (n > 0 && !places.equals(expected)) {
                    wrong.add(key + " has places " + places + " for " + n + " values");
                }
            }
        });
        assertThat(wrong).isEmpty();
        assertThat(said).hasSizeGreaterThan(20);
    }
}
