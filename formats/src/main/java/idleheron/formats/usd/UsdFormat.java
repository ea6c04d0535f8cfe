package idleheron.formats.usd;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.FormatException;
import idleheron.formats.Outline;
import idleheron.formats.Salvage;
import idleheron.formats.SceneFormat;
import idleheron.formats.usd.compose.Assets;
import idleheron.formats.usd.compose.ComposedStage;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.Layers;
import idleheron.formats.usd.layer.UsdPackage;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

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

    /** What a file of this name is written as. */
    public static String variant(Path file) {
        String name = String.valueOf(file.getFileName()).toLowerCase(java.util.Locale.ROOT);
        return name.endsWith(".usda") ? TEXT : name.endsWith(".usdz") ? PACKAGE : CRATE;
    }

    @Override
    public boolean matches(byte[] head) {
        return Layers.form(head) != Layers.Form.OTHER;
    }

    /** The stage that a file is the top of. */
    public static ComposedStage stage(Path file, MemorySegment bytes) throws FormatException {
        Assets assets = new Assets();
        return ComposedStage.open(assets.rootOf(file, bytes), assets, true);
    }

    @Override
    public ReadScene read(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        return read(file, bytes, new Assets(), progress);
    }

    private ReadScene read(Path file, MemorySegment bytes, Assets assets, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        try {
            ComposedStage stage = ComposedStage.open(assets.rootOf(file, bytes), assets, true);
            progress.at(0.2, "putting the stage together");
            Scene scene = UsdSceneReader.read(name, stage, progress.part(0.2, 1));
            progress.at(1, "read");
            Layers.Form form = Layers.form(bytes);
            String variant = form == Layers.Form.PACKAGE ? PACKAGE : form.label() + " " + Layers.version(bytes);
            return new ReadScene(scene, name(), variant, bytes.byteSize());
        } catch (FormatException e) {
            throw e;
        } catch (IOException e) {
            throw FormatException.in(name, "files that can be read", String.valueOf(e.getMessage()), e);
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
        progress.at(0.5, "writing");
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
                .orElseThrow(() -> new IOException("there is no clip " + clip));
        if (variant.equals(TEXT)) {
            Layers.writeText(layer, file);
        } else {
            Layers.writeCrate(layer, file);
        }
    }
}
