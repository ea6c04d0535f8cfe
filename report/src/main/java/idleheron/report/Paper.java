package idleheron.report;

import idleheron.core.compare.Comparison;
import idleheron.core.pair.Tolerances;
import idleheron.core.remedy.Remedy;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a report says besides its figures.
 *
 * @param signedBy who signs it off, or ""
 * @param note a remark of that person, or ""
 * @param date as it is to be shown
 * @param files what was read, by content
 * @param mended what it came to once it was mended, or null where nothing was
 */
public record Paper(
        String signedBy,
        String note,
        String date,
        Tolerances tolerances,
        List<Source> files,
        @Nullable Mended mended) {
    /** Of the program, as every report names it. */
    public static final String PROGRAM = "Idle Heron 0.1.0";

    public Paper {
        files = List.copyOf(files);
    }

    /**
     * What came back, mended.
     *
     * @param done what was done to it, in order
     * @param file where it was written, or ""
     */
    public record Mended(Comparison comparison, List<String> done, String file) {
        public Mended {
            done = List.copyOf(done);
        }

        public static Mended of(Comparison c, List<Remedy> remedies, @Nullable Path file) {
            return new Mended(c, remedies.stream().map(Remedy::describe).toList(), file == null ? "" : file.toString());
        }
    }

    /**
     * A file that was read.
     *
     * @param sha256 of its bytes, 64 hexadecimal digits
     */
    public record Source(String name, long bytes, String sha256) {}

    /** Reads the files once more for their hashes. */
    public static List<Source> sources(List<Path> files) throws IOException {
        List<Source> out = new ArrayList<>();
        for (Path f : files) {
            if (Files.isRegularFile(f)) {
                out.add(source(f));
            }
        }
        return out;
    }

    /** Reads one once more for its hash. */
    public static Source source(Path file) throws IOException {
        return new Source(String.valueOf(file.getFileName()), Files.size(file), hash(file));
    }

    /** SHA-256 of a text, 64 hexadecimal digits. */
    public static String hash(String text) {
        return HexFormat.of().formatHex(sha256().digest(text.getBytes(StandardCharsets.UTF_8)));
    }

    /** The SHA-256 of one file, or of several that of theirs one after the other. */
    public static String together(List<String> hashes) {
        return hashes.size() == 1 ? hashes.getFirst() : hash(String.join("", hashes));
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String hash(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            MessageDigest d = sha256();
            byte[] buffer = new byte[1 << 16];
            for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                d.update(buffer, 0, n);
            }
            return HexFormat.of().formatHex(d.digest());
        }
    }
}
