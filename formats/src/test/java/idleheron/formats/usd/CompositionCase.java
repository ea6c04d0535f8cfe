package idleheron.formats.usd;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * One stage of {@code composition.txt}: after {@code ==} its name, after each {@code --} a file, after each {@code =>} what is to
 * come of it.
 */
record CompositionCase(String name, Map<String, String> files, List<String> expected) {
    static List<CompositionCase> all() throws IOException {
        List<CompositionCase> out = new ArrayList<>();
        String text;
        try (var in = CompositionCase.class.getResourceAsStream("composition.txt")) {
            text = new String(Objects.requireNonNull(in).readAllBytes(), StandardCharsets.UTF_8);
        }
        String file = "";
        for (String line : text.lines().toList()) {
            if (line.startsWith("== ")) {
                out.add(new CompositionCase(line.substring(3), new LinkedHashMap<>(), new ArrayList<>()));
            } else if (line.startsWith("-- ")) {
                file = line.substring(3);
            } else if (line.startsWith("=> ")) {
                out.getLast().expected.add(line.substring(3));
            } else if (!out.isEmpty()) {
                out.getLast().files.merge(file, line + "\n", String::concat);
            }
        }
        return out;
    }

    /** Writes the files; gives the one at the top. */
    Path write(Path folder) throws IOException {
        for (Map.Entry<String, String> f : files.entrySet()) {
            Files.writeString(folder.resolve(f.getKey()), f.getValue());
        }
        return folder.resolve("root.usda").toAbsolutePath();
    }

    @Override
    public String toString() {
        return name;
    }
}
