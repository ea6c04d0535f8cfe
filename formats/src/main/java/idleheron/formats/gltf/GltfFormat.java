package idleheron.formats.gltf;

import static idleheron.core.Messages.say;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.motion.Motion;
import idleheron.core.avatar.motion.MotionForm;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.kind.Content;
import idleheron.core.pair.Held;
import idleheron.core.scene.Scene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.FileNames;
import idleheron.formats.gltf.avatar.AvatarReader;
import idleheron.formats.gltf.avatar.AvatarWriter;
import idleheron.formats.gltf.avatar.MotionFile;
import idleheron.formats.gltf.bridge.GltfForm;
import idleheron.formats.gltf.bridge.GltfSceneReader;
import idleheron.formats.gltf.bridge.GltfSceneWriter;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfWriter;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.spi.Outline;
import idleheron.formats.spi.Salvage;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * glTF 2.0 as a carrier, in one file or as text. It is in metres, Y up, and has no rate; faces are triangles. What a scene holds
 * beyond that is put into this form before it is written, and the file is held against that form.
 */
public final class GltfFormat implements SceneFormat {
    public static final String BINARY = "binary 2.0";
    public static final String TEXT = "text 2.0";
    public static final String PACKED = "packed 2.0";
    public static final String AVATAR = "avatar 1.0";
    public static final String MOTION = "motion 1.0";
    private static final String GENERATOR = "Idle Heron 0.1.0";

    @Override
    public String name() {
        return "glTF";
    }

    @Override
    public List<String> endings() {
        return List.of("glb", "gltf", "vrm", "vrma");
    }

    @Override
    public PictureFiles.Travel pictures(String variant, boolean moves) {
        return variant.equals(BINARY) || variant.equals(PACKED) || variant.equals(AVATAR)
                ? PictureFiles.Travel.INSIDE
                : moves ? PictureFiles.Travel.BESIDE : PictureFiles.Travel.AS_THEY_ARE;
    }

    @Override
    public List<String> variants() {
        return List.of(BINARY, TEXT, PACKED, AVATAR, MOTION);
    }

    @Override
    public String variant(Path target) {
        return switch (FileNames.end(String.valueOf(target.getFileName())).toLowerCase(Locale.ROOT)) {
            case ".gltf" -> TEXT;
            case ".vrm" -> AVATAR;
            case ".vrma" -> MOTION;
            default -> BINARY;
        };
    }

    @Override
    public String advice() {
        return say("formats.gltf.GltfFormat.goes-in-metres-y-up-in");
    }

    @Override
    public boolean matches(byte[] head) {
        return GltfDocument.matches(head);
    }

    @Override
    public Set<Content> holds() {
        return Set.of(Content.NODES);
    }

    @Override
    public List<Finding> checks(Scene scene, Path file, @Nullable Convention destination) {
        return GltfChecks.of(scene);
    }

    @Override
    public Set<Held> missing() {
        return Set.of(Held.POLYGONS);
    }

    @Override
    public Form form(Scene scene, String variant) {
        if (variant.equals(PACKED)) {
            Form plain = GltfForm.of(scene);
            List<String> told = new ArrayList<>(plain.told());
            told.add(say("formats.gltf.GltfFormat.rounded-to-16-bits"));
            return new Form(plain.scene(), told);
        }
        if (!variant.equals(MOTION)) {
            return GltfForm.of(scene);
        }
        MotionForm.Formed motion = MotionForm.of(scene);
        Form out = GltfForm.of(motion.scene());
        List<String> told = new ArrayList<>(motion.told());
        told.addAll(out.told());
        return new Form(out.scene(), told);
    }

    @Override
    public ReadScene read(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        return read(file, GltfDocument.read(name, folder(file), bytes), bytes, progress);
    }

    private static @Nullable Path folder(Path file) {
        return file.toAbsolutePath().getParent();
    }

    private ReadScene read(Path file, GltfDocument doc, MemorySegment bytes, Progress progress) throws FormatException {
        progress.at(0.4, say("formats.gltf.GltfFormat.reading-meshes"));
        GltfSceneReader.Found found =
                GltfSceneReader.found(doc, FileNames.stem(String.valueOf(file.getFileName())), folder(file));
        Scene scene = MotionFile.read(doc, found, AvatarReader.read(doc, found));
        progress.at(1, say("formats.gltf.GltfFormat.read"));
        Avatar avatar = Avatar.in(scene);
        String variant = avatar != null
                ? say("formats.gltf.GltfFormat.avatar", avatar.version())
                : Motion.in(scene) != null ? MOTION : doc.binary() ? BINARY : TEXT;
        return new ReadScene(scene, name(), variant, bytes.byteSize());
    }

    /** What lacks no bytes is read whole or not at all: there are no sums that tell where else it is damaged. */
    @Override
    public ReadScene rescue(Path file, MemorySegment bytes, Salvage salvage, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        return read(file, GltfDocument.rescue(name, folder(file), bytes, salvage), bytes, progress);
    }

    @Override
    public Outline outline(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        return GltfOutline.of(GltfDocument.read(name, folder(file), bytes));
    }

    @Override
    public void write(Scene scene, String variant, OutputStream out, Progress progress) throws IOException {
        String refusal = refusal(scene, variant);
        if (!refusal.isEmpty()) {
            throw new IllegalArgumentException(refusal);
        }
        Scene formed = form(scene, variant).scene();
        GltfSceneWriter.Written written = GltfSceneWriter.write(formed, GENERATOR, variant.equals(PACKED));
        AvatarWriter.write(formed, written);
        MotionFile.write(formed, written);
        GltfWriter w = written.doc();
        progress.at(0.8, say("formats.gltf.GltfFormat.writing"));
        if (variant.equals(TEXT)) {
            w.text(out);
        } else {
            w.binary(out);
        }
        progress.at(1, say("formats.gltf.GltfFormat.written"));
    }

    @Override
    public String refusal(Scene scene, String variant) {
        if (variant.equals(MOTION)) {
            return MotionForm.refusal(scene);
        }
        Avatar avatar = Avatar.in(scene);
        if (!variant.equals(AVATAR)) {
            return "";
        }
        if (avatar == null || avatar.roles().isEmpty()) {
            return say("formats.gltf.GltfFormat.an-avatar-says-which-joint-has");
        }
        return AvatarWriter.isWritten(avatar)
                ? ""
                : say(
                        "formats.gltf.GltfFormat.an-avatar-of-version",
                        avatar.version(),
                        (avatar.isOlder()
                                ? say("formats.gltf.GltfFormat.is-raised-first-raise-avatar")
                                : say("formats.gltf.GltfFormat.is-not-known")));
    }
}
