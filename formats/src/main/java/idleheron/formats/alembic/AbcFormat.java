package idleheron.formats.alembic;

import static idleheron.core.Messages.say;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.measure.CacheSize;
import idleheron.core.job.Progress;
import idleheron.core.kind.Content;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.time.FrameRate;
import idleheron.formats.alembic.archive.AbcArchive;
import idleheron.formats.alembic.archive.AbcHdf5;
import idleheron.formats.alembic.archive.Ogawa;
import idleheron.formats.alembic.bridge.AbcReader;
import idleheron.formats.alembic.bridge.AbcRescue;
import idleheron.formats.alembic.bridge.AbcSceneReader;
import idleheron.formats.alembic.bridge.AbcSceneWriter;
import idleheron.formats.alembic.bridge.AbcWriter;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Order;
import idleheron.formats.spi.Outline;
import idleheron.formats.spi.Salvage;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Alembic as a carrier. An archive declares neither axes nor unit; where we wrote it, its metadata say "upAxis" and
 * "metersPerUnit", and we read them again. Otherwise Y up and metres are taken. Samples stay in the mapped file for as long as
 * the scene is used.
 */
public final class AbcFormat implements SceneFormat {
    public static final String OGAWA = "Ogawa";

    @Override
    public String name() {
        return "Alembic";
    }

    @Override
    public List<String> endings() {
        return List.of("abc");
    }

    @Override
    public List<String> variants() {
        return List.of(OGAWA);
    }

    @Override
    public String advice() {
        return say("formats.alembic.AbcFormat.a-cache-has-no-place-for");
    }

    @Override
    public Set<Content> holds() {
        return Set.of(Content.CACHE);
    }

    @Override
    public List<Path> files(Delivery delivery, Scene scene, Path target) {
        return List.of(target);
    }

    /** What is no cache yet is baked. */
    @Override
    public List<Delivery.Part> deliver(Order order) throws IOException {
        Scene s = order.scene();
        Progress p = order.progress();
        Delivery d = order.delivery();
        Scene load = s.caches().isEmpty()
                ? CacheDelivery.baked(d.cargo().of(s), null, null, d.samplesPerFrame(), p.part(0, 0.4))
                : s;
        ReadScene back = order.draft(load, order.target(), this, order.variant(), p.part(0.4, 0.9));
        return List.of(order.delivery()
                .part(order.target(), load, back, p.part(0.9, 1))
                .telling(CacheSize.text(back.bytes())));
    }

    @Override
    public boolean matches(byte[] head) {
        return Ogawa.matches(head) || Ogawa.isHdf5(head);
    }

    @Override
    public ReadScene read(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        refuseOlder(file, name, bytes);
        return read(AbcReader.read(name, bytes, progress), bytes, progress);
    }

    private ReadScene read(AbcArchive archive, MemorySegment bytes, Progress progress) {
        Cache cache = AbcSceneReader.read(archive);
        List<String> notes = new ArrayList<>();
        if (!declared(archive.meta())) {
            notes.add(say("formats.alembic.AbcFormat.a-cache-declares-neither-up-axis"));
        }
        Scene scene = Scene.bare(archive.name(), stage(archive, cache))
                .withNotes(notes)
                .withCaches(List.of(cache));
        progress.at(1, say("formats.alembic.AbcFormat.read"));
        return new ReadScene(scene, name(), OGAWA, bytes.byteSize());
    }

    private static void refuseOlder(Path file, String name, MemorySegment bytes) throws FormatException {
        byte[] head = bytes.asSlice(0, Math.min(bytes.byteSize(), 8)).toArray(ValueLayout.JAVA_BYTE);
        if (Ogawa.isHdf5(head)) {
            throw FormatException.at(name, 0, say("formats.alembic.AbcFormat.an-ogawa-archive"), AbcHdf5.tell(file));
        }
    }

    private static boolean declared(Meta m) {
        return !m.get(AbcSceneWriter.UP).isEmpty()
                || !m.get(AbcSceneWriter.UNIT).isEmpty();
    }

    private static Stage stage(AbcArchive a, Cache cache) {
        Meta m = a.meta();
        double[] range = cache.range();
        String writer = m.get("_ai_Application");
        Stage out = Stage.COMMON
                .withWriter(writer.isEmpty() ? m.get("_ai_AlembicVersion") : writer)
                .withRate(rate(a, cache))
                .withRange(range[0], range[1]);
        SignedAxis up = SignedAxis.named(m.get(AbcSceneWriter.UP));
        if (up != null) {
            out = out.withAxes(axes(up, SignedAxis.named(m.get(AbcSceneWriter.FRONT)), m.get(AbcSceneWriter.HAND)));
        }
        double unit = number(m.get(AbcSceneWriter.UNIT));
        return unit > 0 && Double.isFinite(unit) ? out.withMetersPerUnit(unit) : out;
    }

    /** Without a front, that of the common axes or of Z up; right-handed if not told. */
    private static AxisSystem axes(SignedAxis up, @Nullable SignedAxis front, String hand) {
        SignedAxis usual = up.axis() == 2 ? AxisSystem.Z_UP.front() : SignedAxis.POSITIVE_Z;
        SignedAxis f = front == null || front.axis() == up.axis() ? usual : front;
        AxisSystem out = AxisSystem.rightHanded(up, f.axis() == up.axis() ? SignedAxis.POSITIVE_Y : f);
        return hand.equals(out.mirrored().handedness()) ? out.mirrored() : out;
    }

    private static double number(String text) {
        try {
            return text.isBlank() ? Double.NaN : Double.parseDouble(text.strip());
        } catch (NumberFormatException e) {
            return Double.NaN;
        }
    }

    /** As the metadata tell it, else by the steps of the uniform sampling that most samples use, else 24. */
    private static FrameRate rate(AbcArchive a, Cache cache) {
        for (Map.Entry<String, String> e : a.meta().entries().entrySet()) {
            String key = e.getKey().toUpperCase(Locale.ROOT);
            double told = number(e.getValue());
            if ((key.contains("FPS") || key.equals("FRAMESPERTIMEUNIT")) && told > 0 && told < 1e6) {
                return FrameRate.nearest(told);
            }
        }
        Map<TimeSampling, Long> used = new HashMap<>();
        for (Cache.Entry e : cache.entries()) {
            use(e.node(), used);
        }
        return used.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .map(e -> 1 / e.getKey().perCycle())
                .filter(r -> r > 0 && r < 1e6)
                .map(FrameRate::nearest)
                .orElse(FrameRate.FILM);
    }

    private static void use(CacheNode n, Map<TimeSampling, Long> used) {
        n.mapSamples((Samples s) -> {
            if (s.count() > 1 && s.times().isUniform()) {
                used.merge(s.times(), (long) s.count(), Long::sum);
            }
            return s;
        });
    }

    @Override
    public ReadScene rescue(Path file, MemorySegment bytes, Salvage salvage, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        refuseOlder(file, name, bytes);
        ReadScene out = read(AbcReader.rescue(name, bytes, salvage, progress), bytes, progress);
        out.scene().caches().forEach(c -> AbcRescue.instances(c, salvage));
        return out;
    }

    /** Samples carry keys, which nobody looks at while all goes well. */
    @Override
    public String hiddenDamage(Scene scene, Path file, MemorySegment bytes) {
        Salvage found = new Salvage();
        try {
            AbcReader.rescue(String.valueOf(file.getFileName()), bytes, found, Progress.NONE);
        } catch (FormatException e) {
            return String.valueOf(e.getMessage());
        }
        return found.lost().isEmpty() ? "" : found.lost().getFirst().text();
    }

    @Override
    public Outline outline(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        byte[] head = bytes.asSlice(0, Math.min(bytes.byteSize(), 8)).toArray(ValueLayout.JAVA_BYTE);
        return Ogawa.isHdf5(head)
                ? AbcHdf5.outline(file, name)
                : AbcOutline.of(AbcReader.read(name, bytes, progress), bytes);
    }

    /**
     * @throws IllegalArgumentException when the scene does not hold exactly one cache
     */
    @Override
    public void write(Scene scene, String variant, Path file, Progress progress) throws IOException {
        if (scene.caches().size() != 1) {
            throw new IllegalArgumentException(say(
                    "formats.alembic.AbcFormat.an-archive-holds-one-cache-this",
                    scene.caches().size()));
        }
        AbcWriter.write(AbcSceneWriter.write(scene.caches().getFirst(), scene.stage()), file, progress);
    }

    @Override
    public void write(Scene scene, String variant, OutputStream out, Progress progress) throws IOException {
        Path draft = Files.createTempFile("heron", ".abc");
        try {
            write(scene, variant, draft, progress);
            Files.copy(draft, out);
        } finally {
            Files.deleteIfExists(draft);
        }
    }
}
