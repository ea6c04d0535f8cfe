package idleheron.app.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.app.UsageException;
import idleheron.core.remedy.clip.CutClips;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.spi.Delivery;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DeliveryListTest {
    private static final DeliverySettings SETTINGS = new DeliverySettings(
            "wade",
            "1:20",
            List.of("sway"),
            List.of("tangents"),
            true,
            true,
            true,
            "beside",
            "png",
            512,
            List.of(),
            2,
            true);

    @TempDir
    Path folder;

    private DeliveryList list() throws IOException {
        Path out = Files.createDirectories(folder.resolve("out/woman"));
        Path model = Files.writeString(folder.resolve("woman.fbx"), "model");
        Path sent = Files.writeString(out.resolve("body.fbx"), "body");
        return new DeliveryList(
                DeliveryList.listed(List.of(model)),
                folder.resolve("out/w.fbx"),
                "binary 7.5",
                "phone",
                List.of(new CutClips(1, 20, List.of("wade"))),
                SETTINGS,
                DeliveryList.listed(List.of(sent)));
    }

    @Test
    void allOfItComesBackFromItsFile() throws IOException {
        DeliveryList list = list();
        Path file = list.write();
        assertThat(file).isEqualTo(folder.resolve("out/w.fbx.delivery.json"));
        assertThat(DeliveryList.read(file)).isEqualTo(list);
        assertThat(Files.readString(file))
                .contains("\"../woman.fbx\"", "\"woman/body.fbx\"")
                // SHA-256 of "model"
                .contains("9372c470eeadd5ecd9c3c74c2b3cb633f8e2f2fad799250a0f70d652b6b825e4");
    }

    @Test
    void whatChangedIsSeen() throws IOException {
        DeliveryList.Listed s = list().sources().getFirst();
        assertThat(s.stands()).isTrue();
        Files.writeString(s.file(), "model");
        assertThat(s.stands()).isTrue();
        Files.writeString(s.file(), "MODEL");
        assertThat(s.stands()).isFalse();
        Files.delete(s.file());
        assertThat(s.stands()).isFalse();
        assertThat(DeliveryList.beside(Path.of("a/smoke.####.vdb"))).isEqualTo(Path.of("a/smoke.vdb.delivery.json"));
    }

    @Test
    void numberedFilesAreOneSource() throws IOException {
        for (int i = 1; i <= 3; i++) {
            Files.writeString(folder.resolve("smoke.000" + i + ".vdb"), "frame " + i);
        }
        DeliveryList.Listed all = DeliveryList.Listed.of(folder.resolve("smoke.####.vdb"));
        assertThat(all.bytes()).isEqualTo(21);
        assertThat(all.stands()).isTrue();
        Files.writeString(folder.resolve("smoke.0002.vdb"), "frame 4");
        assertThat(all.stands()).isFalse();
    }

    private void refused(String from, String to, String told) throws IOException {
        Path file = list().write();
        Files.writeString(file, Files.readString(file).replace(from, to));
        assertThatThrownBy(() -> DeliveryList.read(file))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining(told);
    }

    @Test
    void whatCannotBeIsRefused() throws IOException {
        refused("idle-heron/delivery/1", "idle-heron/delivery/9", "expected schema idle-heron/delivery/1");
        refused(
                "\"w.fbx\"",
                "\"../../w.fbx\"",
                "expected a file in the folder of the list or below it, found ../../w.fbx");
        refused("\"w.fbx\"", "\"/etc/w.fbx\"", "found /etc/w.fbx");
        refused("\"woman/body.fbx\"", "\"../body.fbx\"", "expected a file in the folder of the list or below it");
        refused("cut-clips", "cut-slips", "expected a remedy with its parameters");
        refused("\"sources\"", "\"sauces\"", "expected a file under sources, found none");
        refused("\"binary 7.5\"", "7.5", "expected a text under variant, found 7.5");
        refused("{", "{{", "expected the list of a delivery as JSON");
    }

    @Test
    void settingsSayHowItIsWritten() {
        Clip wade = new Clip("wade", 0, 1, FrameRate.of(24), List.of(), List.of());
        Scene going = Scene.bare("woman", Stage.COMMON).withClips(List.of(wade, wade.withName("sway")));
        Delivery d = SETTINGS.delivery(null, going);
        assertThat(d.cargo().clips()).containsExactly("wade");
        assertThat(d.clipsApart()).isTrue();
        assertThat(d.pictures()).isEqualTo(PictureFiles.Travel.BESIDE);
        assertThat(d.cargo().baked()).isTrue();
        assertThat(d.cargo().tangents()).isFalse();
        assertThat(d.cargo().meshes()).isTrue();
        assertThat(d.style().largest()).isEqualTo(512);
        assertThat(d.samplesPerFrame()).isEqualTo(2);
        assertThatThrownBy(() -> with("hats", "inside").delivery(null, going))
                .isInstanceOf(UsageException.class)
                .hasMessageContaining("cannot leave out hats");
        assertThatThrownBy(() -> with("meshes", "under").delivery(null, going))
                .hasMessageContaining("--pictures under");
    }

    private static DeliverySettings with(String without, String pictures) {
        return new DeliverySettings(
                "", "", List.of("sway"), List.of(without), false, false, false, pictures, "", 0, List.of(), 1, false);
    }
}
