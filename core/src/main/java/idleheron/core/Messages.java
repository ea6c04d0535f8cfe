package idleheron.core;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Properties;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * All that the program says, by key. Each module has its texts in one file, {@code idleheron/MODULE/messages.properties}, UTF-8;
 * a key begins with the name of its module. A text holds {@code {0}}, {@code {1}} and so on where values stand, and
 * <code>{0|joint|joints}</code> where a word is the first of two when the value is 1 and the second otherwise. A second file may
 * hold texts in another language; what it does not have is said as in the first.
 */
public final class Messages {
    /** Names a file with texts in another language; looked at when the first text is said. */
    public static final String PROPERTY = "heron.messages";

    private static final Map<String, Map<String, String>> MODULES = new ConcurrentHashMap<>();
    private static final Map<String, String> OTHER = other(System.getProperty(PROPERTY));

    private Messages() {}

    /**
     * The text of a key with values in their places.
     *
     * @throws IllegalArgumentException for a key that no text has
     */
    public static String say(String key, @Nullable Object... values) {
        String text = find(key);
        if (text == null) {
            throw new IllegalArgumentException("no message " + key);
        }
        return values.length == 0 ? text : filled(text, values);
    }

    /** The text of a key as it stands; null where there is none. */
    static @Nullable String find(String key) {
        String text = OTHER.get(key);
        return text == null ? module(key).get(key) : text;
    }

    /** All texts of a module, by key. */
    public static Map<String, String> all(String module) {
        return Map.copyOf(module(module + "."));
    }

    private static Map<String, String> module(String key) {
        return MODULES.computeIfAbsent(key.substring(0, key.indexOf('.')), Messages::load);
    }

    private static Map<String, String> load(String module) {
        String name = "/idleheron/" + module + "/messages.properties";
        try (InputStream in = Messages.class.getResourceAsStream(name)) {
            if (in == null) {
                throw new IllegalArgumentException("no messages of " + module);
            }
            return read(new InputStreamReader(in, StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Map<String, String> read(Reader from) throws IOException {
        Properties all = new Properties();
        all.load(from);
        Map<String, String> out = new HashMap<>();
        all.forEach((k, v) -> out.put((String) k, (String) v));
        return out;
    }

    /** Texts in another language; none where there is no such file or it cannot be read. */
    static Map<String, String> other(@Nullable String file) {
        if (file == null || !Files.isRegularFile(Path.of(file))) {
            return Map.of();
        }
        try (Reader from = Files.newBufferedReader(Path.of(file))) {
            return read(from);
        } catch (IOException | IllegalArgumentException e) {
            return Map.of();
        }
    }

    private static String filled(String text, @Nullable Object... values) {
        StringBuilder out = new StringBuilder(text.length() + 16 * values.length);
        int at = 0;
        while (at < text.length()) {
            int open = text.indexOf('{', at);
            int close = open < 0 ? -1 : text.indexOf('}', open);
            if (open < 0 || close < 0) {
                break;
            }
            int bar = text.indexOf('|', open);
            int end = bar >= 0 && bar < close ? bar : close;
            int number = number(text, open + 1, end, values.length);
            out.append(text, at, number < 0 ? open + 1 : open);
            at = number < 0 ? open + 1 : close + 1;
            if (number >= 0) {
                out.append(end == close ? values[number] : word(text, bar + 1, close, values[number]));
            }
        }
        return out.append(text, at, text.length()).toString();
    }

    /** Of two words with a bar between them the first for 1, else the second. */
    private static String word(String text, int from, int until, @Nullable Object value) {
        int bar = text.indexOf('|', from);
        int middle = bar < 0 || bar > until ? until : bar;
        return String.valueOf(value).equals("1")
                ? text.substring(from, middle)
                : text.substring(Math.min(middle + 1, until), until);
    }

    /** The number between two places, less than a limit; -1 where none is. */
    private static int number(String text, int from, int until, int limit) {
        int out = 0;
        for (int i = from; i < until; i++) {
            char c = text.charAt(i);
            if (c < '0' || c > '9' || out > 99) {
                return -1;
            }
            out = 10 * out + c - '0';
        }
        return until > from && out < limit ? out : -1;
    }
}
