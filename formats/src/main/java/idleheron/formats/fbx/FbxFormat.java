package idleheron.formats.fbx;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.core.kind.Content;
import idleheron.core.scene.Scene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.coding.FbxDocuments;
import idleheron.formats.fbx.coding.FbxRescue;
import idleheron.formats.fbx.coding.FbxUpgrade;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.parts.FbxAftermath;
import idleheron.formats.fbx.read.FbxSceneReader;
import idleheron.formats.fbx.write.FbxSceneWriter;
import idleheron.formats.spi.Outline;
import idleheron.formats.spi.Salvage;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;

/** FBX as a carrier. */
public final class FbxFormat implements SceneFormat {
    public static final String BINARY_75 = "binary 7.5";
    public static final String BINARY_74 = "binary 7.4";
    public static final String TEXT_74 = "text 7.4";

    @Override
    public String name() {
        return "FBX";
    }

    @Override
    public List<String> endings() {
        return List.of("fbx");
    }

    @Override
    public List<String> variants() {
        return List.of(BINARY_75, BINARY_74, TEXT_74);
    }

    @Override
    public Set<Content> holds() {
        return Set.of(Content.NODES);
    }

    @Override
    public boolean matches(byte[] head) {
        return FbxDocuments.matches(head);
    }

    @Override
    public ReadScene read(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        FbxDocument document = FbxDocuments.read(name, bytes, progress.part(0, 0.7));
        progress.at(0.7, say("formats.fbx.FbxFormat.building-the-scene"));
        Scene scene = FbxSceneReader.read(name, document, file.toAbsolutePath().getParent());
        progress.at(1, say("formats.fbx.FbxFormat.read"));
        return new ReadScene(scene, name(), document.variant(), bytes.byteSize());
    }

    @Override
    public ReadScene rescue(Path file, MemorySegment bytes, Salvage salvage, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        FbxRescue.Found found = FbxRescue.of(name, bytes, salvage);
        progress.at(0.7, say("formats.fbx.FbxFormat.building-the-scene-of-what-is"));
        FbxDocument stored = found.document();
        FbxDocument document =
                FbxAftermath.follow(FbxUpgrade.toSeven(stored), found.harmed(), stored.version() < 7000, salvage);
        Scene scene = FbxSceneReader.read(name, document, file.toAbsolutePath().getParent());
        return new ReadScene(scene, name(), stored.variant(), bytes.byteSize());
    }

    @Override
    public Outline outline(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        return FbxOutline.of(String.valueOf(file.getFileName()), bytes, progress);
    }

    @Override
    public void write(Scene scene, String variant, OutputStream out, Progress progress) throws IOException {
        progress.at(0, say("formats.fbx.FbxFormat.building-the-document"));
        int version = variant.equals(BINARY_75) ? 7500 : 7400;
        FbxDocument document = FbxSceneWriter.write(scene, version);
        if (variant.equals(TEXT_74)) {
            FbxDocuments.writeText(document, out, progress.part(0.3, 1));
        } else {
            FbxDocuments.writeBinary(document, version, out, progress.part(0.3, 1));
        }
    }
}
