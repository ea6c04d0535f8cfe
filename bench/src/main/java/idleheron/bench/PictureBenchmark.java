package idleheron.bench;

import idleheron.core.picture.Meaning;
import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureFacts;
import idleheron.core.picture.PixelChange;
import idleheron.core.picture.PixelSize;
import idleheron.core.picture.Pixels;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** What is done to a picture of 2048 by 2048 texels in four channels. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class PictureBenchmark {
    private static final int SIDE = 2048;

    @Param({"8", "16"})
    public int bits = 8;

    private Pixels picture = Pixels.empty(1, 1, 4, 8);
    private Pixels heights = Pixels.empty(1, 1, 1, 8);

    @org.openjdk.jmh.annotations.Setup
    public void make() {
        picture = noise(4);
        heights = noise(1);
    }

    private Pixels noise(int bands) {
        Pixels out = Pixels.empty(SIDE, SIDE, bands, bits);
        char[] v = out.values();
        for (int i = 0; i < v.length; i++) {
            v[i] = (char) ((i * 0x9E3779B1 >>> 8) & (1 << bits) - 1);
        }
        return out;
    }

    /** To half its sides, colours as light. */
    @Benchmark
    public Pixels halve() {
        return PixelSize.of(picture, SIDE / 2, SIDE / 2, Meaning.COLOURS);
    }

    @Benchmark
    public Pixels halveNormals() {
        return PixelSize.of(picture, SIDE / 2, SIDE / 2, Meaning.NORMALS);
    }

    @Benchmark
    public Pixels turnGreen() {
        return PixelChange.of(picture, PictureEdit.Change.TURN_GREEN);
    }

    @Benchmark
    public Pixels heightsToNormals() {
        return PixelChange.normals(heights, 4);
    }

    /** What is measured on every picture that is looked at. */
    @Benchmark
    public PictureFacts measure() {
        return PictureFacts.of(picture.looked(1024));
    }
}
