package idleheron.formats.spi;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.kind.Content;
import idleheron.core.pair.Held;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.pictures.PictureFiles;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** One carrier: how its files are recognised, read and written. */
public interface SceneFormat {
    /** "FBX". */
    String name();

    /** Endings of file names, without the dot, the usual one first. */
    List<String> endings();

    /** What can be written, the usual one first: "binary 7.5". */
    List<String> variants();

    boolean matches(byte[] head);

    /** What of a scene its files can hold. */
    Set<Content> holds();

    /** What of a scene of nodes its files have no place for. */
    default Set<Held> missing() {
        return Set.of(Held.ROLES);
    }

    /**
     * How pictures travel where nothing is asked for: usually they stay where they are.
     *
     * @param moves whether the file goes into another folder than that in which links are looked for
     */
    default PictureFiles.Travel pictures(String variant, boolean moves) {
        return PictureFiles.Travel.AS_THEY_ARE;
    }

    /** What a target of this name is written as. */
    default String variant(Path target) {
        return variants().getFirst();
    }

    /** How it keeps one asset in several numbered files; null where it does not. */
    default @Nullable Several several() {
        return null;
    }

    /** How its files are put together from layers; null where they are not. */
    default @Nullable Layered layered() {
        return null;
    }

    /** What only this carrier looks at in a scene that was read from one of its files; nothing for files of others. */
    default List<Finding> checks(Scene scene, Path file, @Nullable Convention destination) {
        return List.of();
    }

    /**
     * Why a variant cannot hold a scene, one sentence that says what to do; or "".
     *
     * @param variant one of {@link #variants()}
     */
    default String refusal(Scene scene, String variant) {
        return "";
    }

    /** Remedies that only this carrier knows. */
    default List<RemedyType> remedies() {
        return List.of();
    }

    /** What one who sends should know of this carrier, a sentence; or "". */
    default String advice() {
        return "";
    }

    /**
     * A scene as this carrier can hold it: what has no place in it is put into the nearest form that has. What is written is held
     * against this.
     *
     * @param variant one of {@link #variants()}
     */
    default Form form(Scene scene, String variant) {
        return new Form(scene, List.of());
    }

    /**
     * A scene in the form of a carrier.
     *
     * @param told what had to be changed for it, a clause each
     */
    record Form(Scene scene, List<String> told) {
        public Form {
            told = List.copyOf(told);
        }
    }

    /** The files that {@link #deliver} would make, the one that is named first. */
    default List<Path> files(Delivery delivery, Scene scene, Path target) {
        return delivery.files(scene, target);
    }

    /**
     * Writes drafts of all files, each read back and proved.
     *
     * @throws IOException when a target may not be written, before anything is; or when one cannot be written or does not read
     *     back
     */
    default List<Delivery.Part> deliver(Order order) throws IOException {
        return order.inFiles(this);
    }

    /**
     * @param bytes the whole file, mapped or in memory; it is not looked at any more once this returns
     * @throws FormatException when the bytes are not what the format asks for
     */
    ReadScene read(Path file, MemorySegment bytes, Progress progress) throws FormatException;

    /**
     * Reads what a damaged file still gives. What is in the scene is as it was, or {@code salvage} is told what of it is not.
     *
     * @param bytes as for {@link #read}
     * @param salvage takes what is lost
     * @throws FormatException when nothing can be read
     */
    ReadScene rescue(Path file, MemorySegment bytes, Salvage salvage, Progress progress) throws FormatException;

    /**
     * Why something of a scene that was read without complaint cannot be had, for carriers whose bulk data are read only when
     * they are asked for; or "".
     */
    default String hiddenDamage(Scene scene, Path file, MemorySegment bytes) {
        return "";
    }

    /**
     * The file as stored.
     *
     * @param bytes as for {@link #read}
     * @throws FormatException when the bytes are not what the format asks for
     */
    Outline outline(Path file, MemorySegment bytes, Progress progress) throws FormatException;

    /**
     * @param variant one of {@link #variants()}
     * @throws IllegalArgumentException when the variant cannot hold the scene
     */
    void write(Scene scene, String variant, OutputStream out, Progress progress) throws IOException;

    /**
     * As {@link #write(Scene, String, OutputStream, Progress)}, to a file that is new or empty; for carriers that go back in
     * what they wrote.
     */
    default void write(Scene scene, String variant, Path file, Progress progress) throws IOException {
        try (OutputStream out = Files.newOutputStream(file)) {
            write(scene, variant, out, progress);
        }
    }

    /**
     * What was read.
     *
     * @param variant "binary 7.4"
     */
    record ReadScene(Scene scene, String format, String variant, long bytes) {}
}
