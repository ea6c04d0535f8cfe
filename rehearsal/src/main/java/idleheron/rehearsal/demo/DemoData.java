package idleheron.rehearsal.demo;

import idleheron.core.job.Progress;
import idleheron.core.remedy.BakeScale;
import idleheron.core.remedy.DropJoints;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.SingleRoot;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.fbx.FbxFormat;
import idleheron.rehearsal.StandIn;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Writes Low Tide Post: what the makers have, what they sent, and what came back from both stand-ins. */
public final class DemoData {
    public static final String POSTWOMAN = "postwoman.fbx";
    public static final String BELL = "footbridge_bell.fbx";
    public static final String SENT = "postwoman_sent.fbx";

    private DemoData() {}

    /** Writes what is missing in a folder; what is there stays. */
    public static void write(Path folder, Progress progress) throws IOException {
        Files.createDirectories(folder);
        progress.at(0, "modelling the postwoman");
        Scene woman = null;
        if (!Files.exists(folder.resolve(POSTWOMAN)) || !Files.exists(folder.resolve(SENT))) {
            woman = Postwoman.scene();
            put(woman, folder.resolve(POSTWOMAN));
            Scene ready = woman;
            for (Remedy r : List.of(new BakeScale(), new SingleRoot(""), DropJoints.all())) {
                ready = r.apply(ready);
            }
            put(ready, folder.resolve(SENT));
        }
        progress.at(0.6, "casting the bell");
        if (!Files.exists(folder.resolve(BELL))) {
            put(FootbridgeBell.scene(), folder.resolve(BELL));
        }
        for (StandIn s : List.of(StandIn.ALDER, StandIn.SEDGE)) {
            Path back = folder.resolve("postwoman_from_" + s.code() + ".fbx");
            progress.at(0.8, "sending her to " + s.title());
            if (!Files.exists(back)) {
                s.rehearse(folder.resolve(SENT), back, Progress.NONE);
            }
        }
        progress.at(1, "ready");
    }

    private static void put(Scene scene, Path file) throws IOException {
        if (!Files.exists(file)) {
            SceneFiles.write(scene, file, new FbxFormat(), FbxFormat.BINARY_75, false, Progress.NONE);
        }
    }
}
