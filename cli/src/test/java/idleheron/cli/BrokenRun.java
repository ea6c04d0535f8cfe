package idleheron.cli;

import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * Breaks files in one process, one after the other, and asks every reading command of each. Not a test: a long run by hand.
 *
 * <pre>
 * BrokenRun FOLDER ENDING[,ENDING] COUNT SEED
 * </pre>
 *
 * Prints how they ended, the slowest, the most memory, and every end that is not one clear line.
 */
final class BrokenRun {
    private static final long[] LIES = {
        0, 1, -1, 0x7fffffff, 0x80000000L, Long.MAX_VALUE, Long.MIN_VALUE, 1L << 32, 255, 65536
    };

    private final Random random;
    private final Map<String, Integer> ends = new TreeMap<>();
    private double slowest;
    private String slow = "";
    private long memory;

    private BrokenRun(long seed) {
        random = new Random(seed);
    }

    public static void main(String[] args) throws IOException {
        List<Path> files = new ArrayList<>();
        List<String> endings = Arrays.asList(args[1].split(",", -1));
        try (Stream<Path> all = Files.walk(Path.of(args[0]))) {
            all.filter(f -> Files.isRegularFile(f)
                            && endings.stream()
                                    .anyMatch(e -> f.toString()
                                            .toLowerCase(Locale.ROOT)
                                            .endsWith("." + e))
                            && f.toFile().length() > 64
                            && f.toFile().length() < 400_000)
                    .sorted()
                    .forEach(files::add);
        }
        new BrokenRun(Long.parseLong(args[3])).run(files, Integer.parseInt(args[2]), System.out);
    }

    private void run(List<Path> files, int count, PrintStream out) throws IOException {
        Path folder = Files.createTempDirectory("heron-broken-run");
        for (int n = 0; n < count; n++) {
            Path from = files.get(random.nextInt(files.size()));
            String name = String.valueOf(from.getFileName());
            Path file = folder.resolve("case" + name.substring(name.lastIndexOf('.')));
            Files.write(file, broken(Files.readAllBytes(from)));
            long start = System.nanoTime();
            one(file, n, name, out);
            double seconds = (System.nanoTime() - start) / 1e9;
            if (seconds > slowest) {
                slowest = seconds;
                slow = n + " of " + name;
            }
            memory = Math.max(memory, Runtime.getRuntime().totalMemory());
            if (seconds > 10) {
                out.println("SLOW " + n + " " + name + " " + seconds);
                Files.copy(file, folder.resolve("slow-" + n + "-" + name));
            }
        }
        out.printf(
                Locale.ROOT,
                "%d files from %d: %s; slowest %.2f s (%s); heap at most %d MB%n",
                count,
                files.size(),
                ends,
                slowest,
                slow,
                memory >> 20);
    }

    private void one(Path file, int n, String name, PrintStream out) throws IOException {
        String f = file.toString();
        String[][] all = {
            {"facts", f, "--json", "--checksums"},
            {"check", f, "--json", "--for", "z-up-left-centimetres"},
            {"compare", f, f},
            {"facts", f, "--rescue"}
        };
        MainTest.Run r = MainTest.run(all[n % all.length]);
        boolean line = r.status() != 3 || r.err().lines().count() == 1;
        boolean clear = r.status() <= 3
                && line
                && !r.err().contains("Exception")
                && !r.err().contains("MemorySegment");
        ends.merge(
                r.status() == 4 ? "fault" : !clear ? "unclear" : r.status() == 3 ? "refused" : "read", 1, Integer::sum);
        if (!clear) {
            out.println(n + " " + name + " " + all[n % all.length][0] + ": " + r.status() + " "
                    + r.err().strip());
            Files.copy(file, file.resolveSibling(n + "-" + name), java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        }
        if (n % 5 == 0) {
            try {
                SceneFiles.outline(file, Progress.NONE);
            } catch (FormatException e) {
                ends.merge("outline refused", 1, Integer::sum);
            } catch (RuntimeException | StackOverflowError e) {
                ends.merge("outline fault", 1, Integer::sum);
                out.println(n + " " + name + " outline " + e);
            }
        }
    }

    private byte[] broken(byte[] bytes) {
        byte[] out = bytes.clone();
        int kind = random.nextInt(7);
        if (kind == 0) {
            return Arrays.copyOf(out, 1 + random.nextInt(out.length));
        }
        ByteBuffer b = ByteBuffer.wrap(out).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i <= random.nextInt(3); i++) {
            int at = random.nextInt(out.length - 16);
            switch (kind) {
                case 1 -> out[at] ^= (byte) (1 << random.nextInt(8));
                case 2 -> b.putLong(at, LIES[random.nextInt(LIES.length)]);
                case 3 -> b.putInt(at, (int) LIES[random.nextInt(LIES.length)]);
                case 4 -> System.arraycopy(bytes, random.nextInt(out.length - 16), out, at, 16);
                case 5 -> {
                    int length = Math.min(random.nextInt(200) + 1, out.length - at);
                    byte[] noise = new byte[length];
                    random.nextBytes(noise);
                    System.arraycopy(noise, 0, out, at, length);
                }
                default -> out[at] = (byte) "0123456789-.,()[]{}\"</> \n".charAt(random.nextInt(25));
            }
        }
        return out;
    }
}
