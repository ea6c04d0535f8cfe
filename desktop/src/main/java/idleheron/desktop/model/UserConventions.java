package idleheron.desktop.model;

import idleheron.core.finding.Convention;
import idleheron.rehearsal.ConventionFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The conventions that a user keeps, one TOML file each. */
public final class UserConventions {
    private static final Logger LOG = LoggerFactory.getLogger(UserConventions.class);

    private UserConventions() {}

    /** Those that read, by name; nothing where there is no such folder. */
    public static List<Convention> in(Path folder) {
        return List.copyOf(files(folder).values());
    }

    /** The file of one of them, or its code where it is none of them. */
    public static String named(Convention convention, Path folder) {
        return files(folder).entrySet().stream()
                .filter(e -> e.getValue().equals(convention))
                .map(e -> e.getKey().toString())
                .findFirst()
                .orElse(convention.code());
    }

    private static Map<Path, Convention> files(Path folder) {
        Map<Path, Convention> out = new LinkedHashMap<>();
        if (!Files.isDirectory(folder)) {
            return out;
        }
        try (Stream<Path> files = Files.list(folder)) {
            for (Path f :
                    files.filter(x -> x.toString().endsWith(".toml")).sorted().toList()) {
                try {
                    out.put(f, ConventionFiles.read(f));
                } catch (IOException e) {
                    LOG.warn("{} is left out: {}", f, e.getMessage());
                }
            }
        } catch (IOException e) {
            LOG.warn("{} cannot be listed: {}", folder, e.getMessage());
        }
        return out;
    }
}
