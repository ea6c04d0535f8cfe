package idleheron.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/** The program as a process of its own. */
final class Spawned {
    private Spawned() {}

    /** Its command line. */
    static List<String> command(String... arguments) {
        List<String> all = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "--enable-native-access=ALL-UNNAMED",
                "--sun-misc-unsafe-memory-access=allow",
                "-cp",
                System.getProperty("java.class.path"),
                Main.class.getName()));
        all.addAll(List.of(arguments));
        return all;
    }

    /** A script in a folder that starts it. */
    static Path script(Path folder) throws IOException {
        Path out = folder.resolve("heron");
        StringBuilder s = new StringBuilder("#!/bin/sh\nexec");
        command().forEach(c -> s.append(" '").append(c).append('\''));
        Files.writeString(out, s.append(" \"$@\"\n"));
        if (!out.toFile().setExecutable(true)) {
            throw new IOException("a script that cannot be run");
        }
        return out;
    }

    /** The folder of the project. */
    static Path project() {
        return Objects.requireNonNull(Path.of("").toAbsolutePath().getParent());
    }
}
