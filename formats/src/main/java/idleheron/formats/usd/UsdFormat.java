package idleheron.formats.usd;

import static idleheron.core.Messages.say;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.kind.Content;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Layered;
import idleheron.formats.spi.Order;
import idleheron.formats.spi.Outline;
import idleheron.formats.spi.Salvage;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.usd.checks.SetSubdivision;
import idleheron.formats.usd.checks.UsdChecks;
import idleheron.formats.usd.compose.Assets;
import idleheron.formats.usd.compose.ComposedStage;
import idleheron.formats.usd.files.Layers;
import idleheron.formats.usd.files.UsdPackage;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.read.UsdSceneReader;
import idleheron.formats.usd.write.UsdPackaging;
import idleheron.formats.usd.write.UsdSceneWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** USD as a carrier: a layer in text or crate, with all that it brings in, or a package of layers and pictures. */
public final class UsdFormat implements SceneFormat {
    public static final String CRATE = "crate 0.8";
    public static final String TEXT = "text 1.0";
    public static final String PACKAGE = "package";

    @Override
    public String name() {
        return "USD";
    }

    @Override
    public List<String> endings() {
        return List.of("usd", "usda", "usdc", "usdz");
    }

    @Override
    public List<String> variants() {
        return List.of(CRATE, TEXT, PACKAGE);
    }

    @Override
    public String variant(Path file) {
        String name = String.valueOf(file.getFileName()).toLowerCase(java.util.Locale.ROOT);
        return name.endsWith(".usda") ? TEXT : name.endsWith(".usdz") ? PACKAGE : CRATE;
    }

    @Override
    public Set<Content> holds() {
        return Set.of(Content.NODES, Content.CACHE, Content.VOLUME);
    }

    @Override
    public Layered layered() {
        return new StageLayers();
    }

    @Override
    public List<Finding> checks(Scene scene, Path file, @Nullable Convention destination) {
        return UsdChecks.of(scene, file, destination);
    }

    @Override
    public List<RemedyType> remedies() {
        return List.of(SetSubdivision.TYPE);
    }

    @Override
    public List<Path> files(Delivery delivery, Scene scene, Path target) {
        return UsdDelivery.files(delivery, scene, target);
    }

    @Override
    public List<Delivery.Part> deliver(Order order) throws IOException {
        return UsdDelivery.write(order, this);
    }

    @Override
    public boolean matches(byte[] head) {
        return Layers.form(head) != Layers.Form.OTHER;
    }

    @Override
    public ReadScene read(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        return read(file, bytes, new Assets(), progress);
    }

    private ReadScene read(Path file, MemorySegment bytes, Assets assets, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        try {
            ComposedStage stage = ComposedStage.open(assets.rootOf(file, bytes), assets, true);
            progress.at(0.2, say("formats.usd.UsdFormat.putting-the-stage-together"));
            Scene scene = UsdSceneReader.read(name, stage, progress.part(0.2, 1));
            progress.at(1, say("formats.usd.UsdFormat.read"));
            Layers.Form form = Layers.form(bytes);
            String variant = form == Layers.Form.PACKAGE ? PACKAGE : form.label() + " " + Layers.version(bytes);
            return new ReadScene(scene, name(), variant, bytes.byteSize());
        } catch (FormatException e) {
            throw e;
        } catch (IOException e) {
            throw FormatException.in(
                    name, say("formats.usd.UsdFormat.files-that-can-be-read"), String.valueOf(e.getMessage()), e);
        }
    }

    @Override
    public ReadScene rescue(Path file, MemorySegment bytes, Salvage salvage, Progress progress) throws FormatException {
        return read(file, bytes, new Assets(salvage), progress);
    }

    /** A package carries sums, which nobody looks at while all goes well. */
    @Override
    public String hiddenDamage(Scene scene, Path file, MemorySegment bytes) {
        return Layers.form(bytes) == Layers.Form.PACKAGE
                ? UsdPackage.otherSum(String.valueOf(file.getFileName()), bytes)
                : "";
    }

    @Override
    public Outline outline(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        return UsdOutline.of(file, bytes);
    }

    @Override
    public void write(Scene scene, String variant, Path file, Progress progress) throws IOException {
        if (variant.equals(PACKAGE)) {
            UsdPackaging.write(scene, file, progress);
            return;
        }
        Path folder = file.toAbsolutePath().getParent();
        Layer layer = UsdSceneWriter.write(UsdPackaging.picturesBeside(scene, folder));
        progress.at(0.5, say("formats.usd.UsdFormat.writing"));
        if (variant.equals(TEXT)) {
            Layers.writeText(layer, file);
        } else {
            Layers.writeCrate(layer, file);
        }
    }

    @Override
    public void write(Scene scene, String variant, OutputStream out, Progress progress) throws IOException {
        Path draft = Files.createTempFile("heron", ".usd");
        try {
            write(scene, variant, draft, progress);
            Files.copy(draft, out);
        } finally {
            Files.deleteIfExists(draft);
        }
    }

    /** A layer over {@code asset} that holds one clip alone. */
    public static void writeClip(Scene scene, String clip, String asset, String variant, Path file) throws IOException {
        Layer layer = scene.clips().stream()
                .filter(c -> c.name().equals(clip))
                .findFirst()
                .map(c -> UsdSceneWriter.clip(scene, c, asset))
                .orElseThrow(() -> new IOException(say("formats.usd.UsdFormat.there-is-no-clip", clip)));
        if (variant.equals(TEXT)) {
            Layers.writeText(layer, file);
        } else {
            Layers.writeCrate(layer, file);
        }
    }
}
