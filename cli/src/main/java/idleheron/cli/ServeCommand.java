package idleheron.cli;

import static idleheron.core.Messages.say;

import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.google.gson.JsonPrimitive;
import idleheron.cli.serve.Requests;
import idleheron.cli.serve.WarmFiles;
import idleheron.core.job.Progress;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;
import picocli.CommandLine.Spec;

/** Answers requests over standard input and output until the input ends. */
@Command(name = "serve", mixinStandardHelpOptions = true)
@SuppressWarnings("NullAway.Init")
final class ServeCommand implements Callable<Integer> {
    private static final List<String> COMMANDS = List.of("facts", "check", "remedies", "convert", "compare", "sample");
    /** Options that make no sense in a request. */
    private static final Set<String> LEFT_OUT = Set.of("help", "version", "json", "format", "most", "writeBaseline");

    @Spec
    CommandSpec spec;

    @Override
    public Integer call() {
        PrintStream out = System.out;
        System.setOut(System.err); // what anything else says is no answer
        try {
            WarmFiles files = new WarmFiles();
            String wrong = new Requests(new Answering(files), files).serve(System.in, out);
            if (!wrong.isEmpty()) {
                spec.commandLine().getErr().println(say("cli.ServeCommand.heron", wrong));
            }
            return wrong.isEmpty() ? Main.CLEAN : Main.USAGE;
        } finally {
            System.setOut(out);
        }
    }

    /** Commands with their options as parameters: {@code --clips-apart} is {@code clipsApart}, IN is {@code in}. */
    record Answering(WarmFiles files) implements Requests.Commands {
        @Override
        public List<String> names() {
            return COMMANDS;
        }

        @Override
        public Requests.Answer run(String command, JsonObject parameters, Progress progress) {
            StringWriter out = new StringWriter();
            StringWriter err = new StringWriter();
            int status = Main.run(
                    arguments(command, parameters).toArray(String[]::new),
                    new PrintWriter(out, true),
                    new PrintWriter(err, true),
                    new Main.Setting(files::read, files::rescue, progress));
            String said = err.toString().strip();
            return new Requests.Answer(
                    status, out.toString(), said.startsWith("heron: ") ? said.substring("heron: ".length()) : said);
        }
    }

    /**
     * @throws IllegalArgumentException when one is none of the command's, or has a value that cannot be
     */
    static List<String> arguments(String command, JsonObject parameters) {
        CommandSpec c = Objects.requireNonNull(
                        Main.line(Main.Setting.USUAL).getSubcommands().get(command))
                .getCommandSpec();
        Map<String, String> options = new LinkedHashMap<>();
        for (OptionSpec o : c.options()) {
            options.put(key(o.longestName()), o.longestName());
        }
        LEFT_OUT.forEach(options::remove);
        List<String> out = new ArrayList<>(List.of(command, "--json"));
        List<String> named = new ArrayList<>(List.of("--"));
        Set<String> left = new HashSet<>(parameters.keySet());
        List<String> known = new ArrayList<>();
        for (PositionalParamSpec p : c.positionalParameters()) {
            String key = p.paramLabel().toLowerCase(Locale.ROOT);
            known.add(key);
            if (left.remove(key)) {
                named.addAll(texts(key, parameters.get(key)));
            }
        }
        known.addAll(options.keySet());
        for (Map.Entry<String, String> o : options.entrySet()) {
            if (left.remove(o.getKey())) {
                option(o.getKey(), o.getValue(), parameters.get(o.getKey()), out);
            }
        }
        if (!left.isEmpty()) {
            throw new IllegalArgumentException(say(
                    "cli.ServeCommand.no-parameter-there-are", left.iterator().next(), String.join(", ", known)));
        }
        out.addAll(named);
        return out;
    }

    private static void option(String key, String name, JsonElement value, List<String> to) {
        if (value instanceof JsonPrimitive p && p.isBoolean()) {
            if (p.getAsBoolean()) {
                to.add(name);
            }
        } else {
            texts(key, value).forEach(v -> to.add(name + "=" + v));
        }
    }

    private static List<String> texts(String key, JsonElement value) {
        if (value.isJsonArray()) {
            List<String> out = new ArrayList<>();
            value.getAsJsonArray().forEach(v -> out.addAll(texts(key, v)));
            return out;
        }
        if (value instanceof JsonPrimitive p && !p.isBoolean()) {
            return List.of(p.getAsString());
        }
        throw new IllegalArgumentException(say("cli.ServeCommand.expected-a-text-a-number-or", key));
    }

    private static String key(String option) {
        StringBuilder s = new StringBuilder();
        for (String word : option.substring(2).split("-")) {
            s.append(s.isEmpty() ? word : word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1));
        }
        return s.toString();
    }
}
