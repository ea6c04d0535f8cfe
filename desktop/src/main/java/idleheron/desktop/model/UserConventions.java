package idleheron.desktop.model;

import idleheron.core.finding.Convention;
import idleheron.rehearsal.ConventionFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The conventions that a user keeps, one TOML file each. */
public final class UserConventions {
    private static final Logger LOG = LoggerFactory.getLogger(UserConventions.class);

    private UserConventions() {}

    /** Those that read, by name; nothing where there is no such folder. */
    public static List<Convention> in(Path folder) {
        List<Convention> out = new ArrayList<>();
        if (!Files.isDirectory(folder)) {
            return out;
        }
        try (Stream<Path> files = Files.list(folder)) {
            for (Path f :
                    files.filter(x -> x.toString().endsWith(".toml")).sorted().toList()) {
                try {
                    out.add(ConventionFiles.read(f));
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
