package idleheron.cli;

import static idleheron.cli.MainTest.run;
import static org.assertj.core.api.Assertions.assertThat;

import idleheron.rehearsal.Conventions;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Deliveries: what would be written, and the same again next week. */
class SendAgainTest {
    private static final FileTime LONG_AGO = FileTime.fromMillis(1_000_000_000_000L);

    @TempDir
    Path folder;

    private Path out;

    @BeforeEach
    void data() throws IOException {
        MadeDemo.into(folder, DemoData.BELL, DemoData.GAUGE, DemoData.GAUGE_MOTIONS.getFirst());
        out = Files.createDirectory(folder.resolve("out"));
    }

    private String in(String name) {
        return folder.resolve(name).toString();
    }

    private List<String> files() throws IOException {
        try (Stream<Path> all = Files.walk(out)) {
            return all.filter(Files::isRegularFile)
                    .map(f -> out.relativize(f).toString().replace('\\', '/'))
                    .sorted()
                    .toList();
        }
    }

    private void age() throws IOException {
        for (String f : files()) {
            Files.setLastModifiedTime(out.resolve(f), LONG_AGO);
        }
    }

    private List<String> young() throws IOException {
        List<String> all = new ArrayList<>();
        for (String f : files()) {
            if (!Files.getLastModifiedTime(out.resolve(f)).equals(LONG_AGO)) {
                all.add(f);
            }
        }
        return all;
    }

    @Test
    void aPreviewTellsEveryFileAndWritesNone() throws IOException {
        MainTest.Run p = run("convert", in(DemoData.BELL), in("out/bell.fbx"), "--clips-apart", "--preview");
        assertThat(p.status()).isZero();
        assertThat(p.out().lines().map(l -> l.replaceAll(": .*, ", " ")))
                .containsExactly("bell.fbx new", "bell_ring.fbx new", "bell_tide_wind.fbx new");
        assertThat(files()).isEmpty();
        run("convert", in(DemoData.BELL), in("out/bell.fbx"), "--clips-apart");
        assertThat(files()).containsExactly("bell.fbx", "bell_ring.fbx", "bell_tide_wind.fbx");
        Files.writeString(out.resolve("bell_ring.fbx"), "other");
        assertThat(run("convert", in(DemoData.BELL), in("out/bell.fbx"), "--clips-apart", "--preview")
                        .out())
                .contains("bell.fbx: ", ", same", "bell_tide_wind.fbx")
                .containsPattern("bell_ring.fbx: .*, changed");
        assertThat(Files.readString(out.resolve("bell_ring.fbx"))).isEqualTo("other");
    }

    @Test
    void onlyWhatChangesIsTouched() throws IOException {
        MainTest.Run first = run(
                "convert",
                in(DemoData.BELL),
                in("out/bell.fbx"),
                "--clips-apart",
                "--list",
                "--remedy",
                "close-loops=ring");
        assertThat(first.err()).contains("list in ");
        Files.delete(out.resolve("bell.fbx"));
        Files.delete(out.resolve("bell_ring.fbx"));
        Files.delete(out.resolve("bell_tide_wind.fbx"));
        MainTest.Run kept = run("convert", in(DemoData.BELL), in("out/bell.fbx"), "--list");
        assertThat(kept.status()).isEqualTo(2);
        assertThat(kept.err()).contains("bell.fbx.delivery.json is already there; --overwrite replaces it");
        assertThat(run("send-again", in("out/bell.fbx.delivery.json")).out()).contains("3 files written, 0 untouched");
        String list = in("out/bell.fbx.delivery.json");
        age();
        assertThat(run("send-again", list).out()).contains("nothing changes").doesNotContain("changed since");
        assertThat(young()).isEmpty();

        // the maker moves what the bell does by half a second
        assertThat(run("convert", in(DemoData.BELL), in("other.fbx"), "--remedy", "shift-clips=0.5")
                        .status())
                .isZero();
        Files.move(folder.resolve("other.fbx"), folder.resolve(DemoData.BELL), StandardCopyOption.REPLACE_EXISTING);
        MainTest.Run ahead = run("send-again", list, "--preview");
        assertThat(ahead.status()).isZero();
        assertThat(ahead.out())
                .contains(DemoData.BELL + " changed since")
                .contains("bell_tide_wind.fbx: Clips differ: ")
                .contains("2 files would be written, 1 untouched");
        assertThat(young()).isEmpty();
        MainTest.Run again = run("send-again", list);
        assertThat(again.status()).isZero();
        assertThat(again.out()).contains("2 files written, 1 untouched");
        assertThat(young()).containsExactly("bell.fbx.delivery.json", "bell_ring.fbx", "bell_tide_wind.fbx");
        age();
        assertThat(run("send-again", list).out()).contains("nothing changes").doesNotContain("changed since");

        Files.delete(out.resolve("bell_ring.fbx"));
        assertThat(run("send-again", list).out())
                .contains("bell_ring.fbx is not as it was delivered")
                .contains("1 file written, 2 untouched");
        assertThat(files()).contains("bell_ring.fbx");
    }

    @Test
    void aDestinationThatARecipeNamesByItsFileIsFoundAgain() throws IOException {
        try (InputStream in = Conventions.class.getResourceAsStream("conventions/z-up-metres.toml")) {
            String text = new String(Objects.requireNonNull(in).readAllBytes(), StandardCharsets.UTF_8);
            Files.writeString(folder.resolve("own.toml"), text.replace("z-up-metres", "ours"));
        }
        String recipe = in("to.recipe.json");
        Files.writeString(Path.of(recipe), "{\"schema\": \"idle-heron/recipe/2\", \"for\": \"own.toml\"}");
        MainTest.Run first = run("convert", in(DemoData.GAUGE), in("out/gauge.fbx"), "--recipe", recipe, "--list");
        assertThat(first.status()).isZero();
        assertThat(Files.readString(out.resolve("gauge.fbx.delivery.json"))).contains("\"../own.toml\"");
        assertThat(run("send-again", in("out/gauge.fbx.delivery.json")).out()).contains("nothing changes");
    }

    @Test
    void picturesThatStayWhereTheyAreAreFoundAheadToo() throws IOException {
        String woman = in(DemoData.POSTWOMAN);
        MadeDemo.into(
                folder, DemoData.POSTWOMAN, "scarf.png", "oilskin.png", "oilskin_normal.png", "satchel_color.png");
        assertThat(run("convert", woman, in("out/woman.fbx"), "--pictures", "as-they-are", "--list")
                        .status())
                .isZero();
        run("convert", woman, in("other.fbx"), "--remedy", "shift-clips=0.5");
        Files.move(folder.resolve("other.fbx"), Path.of(woman), StandardCopyOption.REPLACE_EXISTING);
        assertThat(run("send-again", in("out/woman.fbx.delivery.json"), "--preview")
                        .out())
                .contains("woman.fbx: Clips differ: ")
                .doesNotContain("pictures that were found");
    }

    @Test
    void aFigureAndItsMotionAreSentAgainTogether() throws IOException {
        String motion = in(DemoData.GAUGE_MOTIONS.getFirst());
        assertThat(run("convert", in(DemoData.GAUGE), in("out/gauge.glb"), "--motion", motion, "--list")
                        .status())
                .isZero();
        Files.writeString(Path.of(motion), Files.readString(Path.of(motion)).replace("0.24 *", "0.20 *"));
        MainTest.Run again = run("send-again", in("out/gauge.glb.delivery.json"));
        assertThat(again.out())
                .contains(DemoData.GAUGE_MOTIONS.getFirst() + " changed since")
                .contains("gauge.glb: Clips differ: ")
                .contains("1 file written, 0 untouched");
        assertThat(again.status()).isZero();
    }

    @Test
    void whatIsGoneOrNoListEndsInOneLine() throws IOException {
        run("convert", in(DemoData.BELL), in("out/bell.fbx"), "--list");
        Files.delete(folder.resolve(DemoData.BELL));
        MainTest.Run gone = run("send-again", in("out/bell.fbx.delivery.json"));
        assertThat(gone.status()).isEqualTo(2);
        assertThat(gone.err()).contains(DemoData.BELL + ", which the delivery was made from");
        MainTest.Run none = run("send-again", in(DemoData.GAUGE));
        assertThat(none.status()).isEqualTo(3);
        assertThat(none.err()).contains("expected the list of a delivery as JSON");
    }
}
