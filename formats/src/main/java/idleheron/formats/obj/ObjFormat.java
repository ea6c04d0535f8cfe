package idleheron.formats.obj;

import static idleheron.core.Messages.say;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.kind.Content;
import idleheron.core.pair.Held;
import idleheron.core.scene.Scene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.FileNames;
import idleheron.formats.obj.bridge.ObjChecks;
import idleheron.formats.obj.bridge.ObjForm;
import idleheron.formats.obj.bridge.ObjSceneReader;
import idleheron.formats.obj.bridge.ObjSceneWriter;
import idleheron.formats.obj.document.ObjDocument;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Order;
import idleheron.formats.spi.Outline;
import idleheron.formats.spi.Salvage;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Several;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** OBJ with MTL as a carrier: surfaces as they stand, polygons and all, without unit, axes and time. */
public final class ObjFormat implements SceneFormat {
    static final String VARIANT = "text";
    static final String GENERATOR = "Idle Heron 0.1.0";

    /** A first statement of such a text, after comments and empty lines. */
    private static final Pattern FIRST =
            Pattern.compile("\\A(?:\\s++|#[^\\n\\r]*+)*+(?:v|vt|vn|vp|f|o|g|s|mtllib|usemtl|l|p|cstype)[ \\t]");

    @Override
    public String name() {
        return "OBJ";
    }

    @Override
    public List<String> endings() {
        return List.of("obj");
    }

    @Override
    public PictureFiles.Travel pictures(String variant, boolean moves) {
        return moves ? PictureFiles.Travel.BESIDE : PictureFiles.Travel.AS_THEY_ARE;
    }

    @Override
    public List<String> variants() {
        return List.of(VARIANT);
    }

    @Override
    public String advice() {
        return say("formats.obj.ObjFormat.goes-as-a-surface-that-rests");
    }

    @Override
    public boolean matches(byte[] head) {
        return FIRST.matcher(new String(head, StandardCharsets.ISO_8859_1)).find();
    }

    @Override
    public Set<Content> holds() {
        return Set.of(Content.NODES);
    }

    @Override
    public Set<Held> missing() {
        return EnumSet.complementOf(EnumSet.of(Held.POLYGONS));
    }

    @Override
    public Several several() {
        return new ObjSequence();
    }

    @Override
    public Form form(Scene scene, String variant) {
        return ObjForm.of(scene);
    }

    @Override
    public List<Finding> checks(Scene scene, Path file, @Nullable Convention destination) {
        return ObjChecks.of(scene);
    }

    @Override
    public ReadScene read(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        ObjDocument doc = ObjDocument.read(name, bytes);
        progress.at(0.7, say("formats.obj.ObjFormat.reading-parts"));
        Scene scene = ObjSceneReader.read(
                doc, FileNames.stem(name), file.toAbsolutePath().getParent());
        progress.at(1, say("formats.obj.ObjFormat.read"));
        return new ReadScene(scene, name(), VARIANT, bytes.byteSize());
    }

    /** A text is read whole or not at all. */
    @Override
    public ReadScene rescue(Path file, MemorySegment bytes, Salvage salvage, Progress progress) throws FormatException {
        return read(file, bytes, progress);
    }

    @Override
    public Outline outline(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        return ObjOutline.of(ObjDocument.read(String.valueOf(file.getFileName()), bytes));
    }

    @Override
    public List<Path> files(Delivery delivery, Scene scene, Path target) {
        return ObjDelivery.files(delivery, scene, target);
    }

    @Override
    public List<Delivery.Part> deliver(Order order) throws IOException {
        return ObjDelivery.deliver(order, this);
    }

    @Override
    public void write(Scene scene, String variant, OutputStream out, Progress progress) throws IOException {
        Scene formed = form(scene, variant).scene();
        String library = formed.materials().isEmpty() ? "" : scene.name() + ".mtl";
        ObjSceneWriter.write(formed, GENERATOR, library, out);
        progress.at(1, say("formats.obj.ObjFormat.written"));
    }
}
