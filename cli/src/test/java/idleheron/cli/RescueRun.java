package idleheron.cli;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.io.PrintStream;
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
 * Cuts files at a random byte or puts one block of noise into them, rescues them, and holds all that is told to be whole against
 * the whole file. Not a test: a long run by hand.
 *
 * <pre>
 * RescueRun FOLDER COUNT SEED
 * </pre>
 *
 * The files lie in a folder for each carrier; of every carrier the same number is damaged.
 *
 * Prints by carrier and damage how many gave something true, nothing, or something false, and each of the false.
 */
final class RescueRun {
    private final Random random;
    private final Map<String, int[]> table = new TreeMap<>();
    private double slowest;

    RescueRun(long seed) {
        random = new Random(seed);
    }

    public static void main(String[] args) throws IOException {
        List<Path> files = new ArrayList<>();
        try (Stream<Path> all = Files.walk(Path.of(args[0]))) {
            all.filter(f -> Files.isRegularFile(f)
                            && SceneFiles.byName(f) != null
                            && (args.length < 4 || args[3].contains(String.valueOf(f.getName(f.getNameCount() - 2))))
                            && f.toFile().length() > 16_000
                            && f.toFile().length() < 8_000_000)
                    .sorted()
                    .forEach(files::add);
        }
        new RescueRun(Long.parseLong(args[2])).run(files, Integer.parseInt(args[1]), System.out);
    }

    private void run(List<Path> files, int count, PrintStream out) throws IOException {
        Path folder = Files.createTempDirectory("heron-rescue-run");
        Map<String, List<Path>> kinds = new TreeMap<>();
        for (Path f : files) {
            String kind = String.valueOf(f.getName(Math.max(0, f.getNameCount() - 2)));
            kinds.computeIfAbsent(kind, k -> new ArrayList<>()).add(f);
        }
        List<String> order = List.copyOf(kinds.keySet());
        for (int n = 0; n < count; n++) {
            String kind = order.get(n % order.size());
            List<Path> of = kinds.getOrDefault(kind, List.of());
            Path from = of.get(random.nextInt(of.size()));
            Path file = Files.createDirectories(folder.resolve(n + "")).resolve(String.valueOf(from.getFileName()));
            byte[] bytes = Files.readAllBytes(from);
            boolean cut = n / order.size() % 2 == 0;
            Files.write(file, cut ? cut(bytes, random) : noise(bytes, random));
            long start = System.nanoTime();
            Outcome o = of(file, from);
            slowest = Math.max(slowest, (System.nanoTime() - start) / 1e9);
            int[] row = table.computeIfAbsent(kind + (cut ? " cut" : " noise"), k -> new int[5]);
            row[o.kind]++;
            if (o.kind == Outcome.NOTHING && System.getProperty("nothing") != null) {
                out.println(n + " " + from.getFileName() + (cut ? " cut: " : " noise: ") + Files.size(file) + " of "
                        + bytes.length + " " + o.first);
            }
            if (o.kind == Outcome.FALSE) {
                out.println(n + " " + from.getFileName() + (cut ? " cut: " : " noise: ") + o.first);
            } else {
                Files.delete(file);
            }
        }
        int[] sum = new int[5];
        table.forEach((k, row) -> {
            out.printf(
                    Locale.ROOT,
                    "%-12s read anyway %4d, whole %4d, true but in doubt %4d, nothing %4d, false %4d%n",
                    k,
                    row[0],
                    row[1],
                    row[4],
                    row[2],
                    row[3]);
            for (int i = 0; i < 5; i++) {
                sum[i] += row[i];
            }
        });
        int refused = sum[1] + sum[2] + sum[3] + sum[4];
        out.printf(
                Locale.ROOT,
                "%d files, %d read anyway; of %d refused %.1f %% gave something true, %.1f %% told whole, %d false; slowest %.2f s; %s%n",
                count,
                sum[0],
                refused,
                100.0 * (sum[1] + sum[4]) / refused,
                100.0 * sum[1] / refused,
                sum[3],
                slowest,
                folder);
    }

    static byte[] cut(byte[] bytes, Random random) {
        return Arrays.copyOf(bytes, 1 + random.nextInt(bytes.length - 1));
    }

    /** One block of noise of 16 to 4,096 bytes, at most a quarter of the file. */
    static byte[] noise(byte[] bytes, Random random) {
        byte[] out = bytes.clone();
        int most = Math.max(17, Math.min(4096, bytes.length / 4));
        byte[] block = new byte[16 + random.nextInt(most - 16)];
        random.nextBytes(block);
        int at = random.nextInt(Math.max(1, out.length - block.length));
        System.arraycopy(block, 0, out, at, Math.min(block.length, out.length - at));
        return out;
    }

    /** What a damaged file gave. */
    record Outcome(int kind, String first, int told) {
        static final int ANYWAY = 0;
        static final int TRUE = 1;
        static final int NOTHING = 2;
        static final int FALSE = 3;
        static final int DOUBT = 4;
    }

    /** Rescues a file and holds it against the whole one. */
    static Outcome of(Path damaged, Path whole) throws IOException {
        Scene got;
        try {
            got = SceneFiles.rescue(damaged, Progress.NONE).scene();
        } catch (FormatException e) {
            return new Outcome(Outcome.NOTHING, String.valueOf(e.getMessage()) + e.getSuppressed()[0], 0);
        }
        if (!got.isRescued()) {
            return new Outcome(Outcome.ANYWAY, "", 0);
        }
        List<String> wrong = new ArrayList<>();
        Scene all = SceneFiles.read(whole, Progress.NONE).scene();
        int told = RescueHeld.held(got, all, wrong);
        if (!wrong.isEmpty()) {
            return new Outcome(Outcome.FALSE, String.join(", ", wrong.subList(0, Math.min(4, wrong.size()))), told);
        }
        if (told > 0) {
            return new Outcome(Outcome.TRUE, "", told);
        }
        return RescueHeld.isSomethingTrue(got, all)
                ? new Outcome(Outcome.DOUBT, "", 0)
                : new Outcome(Outcome.NOTHING, got.lost().toString(), 0);
    }
}
