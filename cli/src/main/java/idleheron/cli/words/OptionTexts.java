package idleheron.cli.words;

import static idleheron.core.Messages.say;

import idleheron.core.Messages;
import java.util.Collections;
import java.util.Enumeration;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * The texts of commands and options from the messages of this module, by the names that the library of the command line asks
 * for: an option by its own key, a command by {@code heron.NAME.usage.description}, which is the message {@code
 * cli.usage.NAME}.
 */
public final class OptionTexts extends java.util.ResourceBundle {
    private static final String USAGE = "cli.usage.";

    private final Map<String, String> texts = new TreeMap<>();

    public OptionTexts() {
        for (String key : Messages.all("cli").keySet()) {
            if (key.startsWith(USAGE)) {
                lines(command(key.substring(USAGE.length())), say(key).split("%n"));
            } else {
                texts.put(key, say(key));
            }
        }
    }

    private static String command(String name) {
        return (name.equals("heron") ? name : "heron." + name) + ".usage.description";
    }

    /** Of several lines a list of commands shows the first; they are asked for by number. */
    private void lines(String key, String[] lines) {
        for (int i = 0; i < lines.length; i++) {
            texts.put(lines.length == 1 ? key : key + "." + i, lines[i]);
        }
    }

    @Override
    protected @Nullable Object handleGetObject(String key) {
        return texts.get(key);
    }

    @Override
    public Enumeration<String> getKeys() {
        return Collections.enumeration(texts.keySet());
    }
}
