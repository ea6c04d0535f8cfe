package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.picture.Pixels;
import idleheron.formats.pictures.PictureReader;
import idleheron.formats.pictures.PictureWriter;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/** Pictures of the demo on the command line: looked at, changed, packed, and linked to the postwoman. */
class PicturesCommandTest {
    @TempDir
    Path folder;

    private static MainTest.Run run(String... args) {
        return MainTest.run(args);
    }

    private String at(String name) {
        return folder.resolve(name).toString();
    }

    private Path flat(String name, int width, int height, int bands, int value) throws IOException {
        Pixels p = Pixels.empty(width, height, bands, 8);
        Arrays.fill(p.values(), (char) value);
        Path file = folder.resolve(name);
        Files.createDirectories(Objects.requireNonNull(file.getParent()));
        return Files.write(file, PictureWriter.written(p, "png"));
    }

    private static Pixels read(Path file) throws IOException {
        return Objects.requireNonNull(PictureReader.pixels(Files.readAllBytes(file)), file.toString());
    }

    @Test
    void theDemoIsToldChangedAndLinked() throws IOException {
        MadeDemo.into(
                Files.createDirectory(folder.resolve("demo")),
                DemoData.SENT,
                "oilskin.png",
                "oilskin_normal.png",
                "satchel_color.png",
                "scarf.png");
        MainTest.Run told = run("pictures", at("demo"));
        assertThat(told.status()).isEqualTo(Main.FAULTS);
        assertThat(told.out())
                .contains("oilskin.png: 256 by 256 pixels, RGB, 8 bits, png, ")
                .contains("oilskin_normal.png has its green running downward")
                .contains("scarf.png is almost wholly transparent: Its alpha is 1.961 % on average.")
                .contains("4 pictures: 4 read; ")
                .doesNotContain("used by no material");
        MainTest.Run made = run(
                "pictures",
                at("demo"),
                "--out",
                at("out"),
                "--to",
                "tga",
                "--size",
                "64",
                "--green",
                "up",
                "--alpha",
                "fill",
                "--names",
                "{name}_{role}_{size}",
                "--link",
                at("demo/" + DemoData.SENT));
        assertThat(made.out())
                .contains("green turned, resized, written as tga; differs by ")
                .contains("linked: satchel.png to satchel_color_colour_64.tga, the nearest name")
                .contains("linked: oilskin.png to oilskin_colour_64.tga\n")
                .contains(DemoData.SENT + ": reads back clean")
                .contains("4 pictures: 4 changed, 0 as they were; ");
        assertThat(Arrays.stream(read(folder.resolve("out/scarf_colour_64.tga")).argb()))
                .allMatch(c -> c >>> 24 == 255);
        MainTest.Run again = run("check", at("out/" + DemoData.SENT));
        assertThat(again.out()).doesNotContain("is not found").doesNotContain("almost wholly transparent");
        String sheet = Files.readString(folder.resolve("out/contact_sheet.html"));
        assertThat(sheet.split("<section", -1)).hasSize(5);
        assertThat(sheet.split("data:image/png", -1)).hasSize(9);
    }

    @Test
    void asJsonItHasAllThatWasMeasured() throws IOException {
        flat("in/wall.png", 8, 4, 4, 51);
        flat("in/deep/wall_copy.png", 8, 4, 4, 51);
        MainTest.Run r = run("pictures", at("in"), "--out", at("out"), "--size", "4", "--bits", "16", "--json");
        JsonNode all = new ObjectMapper().readTree(r.out());
        assertThat(all.path("schema").asText()).isEqualTo("idle-heron/pictures/1");
        JsonNode wall = all.path("pictures").get(1);
        assertThat(wall.path("file").asText()).isEqualTo(at("in/wall.png"));
        assertThat(wall.path("before").path("channels").asInt()).isEqualTo(4);
        assertThat(wall.path("before").path("half").asDouble()).isEqualTo(1);
        assertThat(wall.path("before").path("opaque").asDouble()).isZero();
        assertThat(wall.path("before").path("mean").get(2).asDouble()).isEqualTo(0.2);
        assertThat(wall.path("after").path("width").asInt()).isEqualTo(4);
        assertThat(wall.path("after").path("bits").asInt()).isEqualTo(16);
        assertThat(wall.path("did").toString()).isEqualTo("[\"resized\",\"16 bits\"]");
        assertThat(wall.path("apart").path("worst").asDouble()).isZero();
        assertThat(wall.path("alike").get(0).path("same").asBoolean()).isTrue();
        assertThat(read(folder.resolve("out/deep/wall_copy.png")).height()).isEqualTo(2);
    }

    @Test
    void channelsGoApartAndTogether() throws IOException {
        Path grey = flat("ao.png", 2, 2, 1, 10);
        Path both = folder.resolve("rough.png");
        char[] four = {5, 20, 6, 30, 5, 21, 6, 31, 5, 22, 6, 32, 5, 23, 6, 33};
        Files.write(both, PictureWriter.written(new Pixels(2, 2, 4, 8, four), "png"));
        MainTest.Run r =
                run("pictures", "--pack", "orm.png=" + grey + "," + both + ":g," + both + ":a", "--out", at("out"));
        assertThat(r.out()).contains("orm.png: 3 channels, ");
        assertThat(read(folder.resolve("out/orm.png")).values())
                .startsWith((char) 10, (char) 20, (char) 30, (char) 10, (char) 21, (char) 31)
                .hasSize(12);
        run("pictures", at("out/orm.png"), "--out", at("apart"), "--split");
        assertThat(read(folder.resolve("apart/orm_green.png")).values())
                .containsExactly((char) 20, (char) 21, (char) 22, (char) 23);
        assertThat(folder.resolve("apart/orm_alpha.png")).doesNotExist();
        assertThat(run("pictures", "--pack", "orm.png=" + grey + ":a", "--out", at("x"))
                        .err())
                .contains("ao.png has no alpha");
        Path wide = flat("wide.png", 4, 2, 1, 10);
        assertThat(run("pictures", "--pack", "orm.png=" + grey + "," + wide, "--out", at("x"))
                        .err())
                .contains("channels of 2 by 2 and of 4 by 2 texels do not fit into one picture");
    }

    @Test
    void whatMakesNoSenseIsSaidBeforeAnyWork() throws IOException {
        Path p = flat("a.png", 2, 2, 3, 1);
        String a = p.toString();
        byte[] was = Files.readAllBytes(p);
        assertThat(run("pictures", a, "--size", "1").err()).contains("--out names it");
        assertThat(run("pictures", a, "--to", "gif", "--out", at("o")).err())
                .contains("pictures as gif; there are png, tga, jpeg, tiff");
        assertThat(run("pictures", a, "--alpha", "half", "--out", at("o")).err())
                .contains("expected drop, fill or turn");
        assertThat(run("pictures", a, "--names", "x", "--out", at("o")).err()).contains("names need {name}, found x");
        assertThat(run("pictures", at("none"), "--out", at("o")).status()).isEqualTo(Main.USAGE);
        assertThat(run("pictures", "--out", at("o")).err()).contains("there is no picture to look at");
        assertThat(run("pictures", a, "--out", at("o"), "--link", at("none.fbx"))
                        .err())
                .contains("there is no such file");
        assertThat(run("pictures", "--pack", "x.jpg=" + a, "--out", at("o")).status())
                .isEqualTo(Main.USAGE);
        assertThat(folder.resolve("o")).doesNotExist();
        MainTest.Run itself = run("pictures", a, "--size", "1", "--out", folder.toString(), "--overwrite");
        assertThat(itself.status()).isEqualTo(Main.UNREADABLE);
        assertThat(itself.out()).contains("was read from and is not written on");
        assertThat(Files.readAllBytes(p)).isEqualTo(was);
    }

    @Test
    void oneThatFailsTakesNobodyElseWithIt() throws IOException {
        flat("in/a.png", 4, 4, 3, 1);
        Files.writeString(folder.resolve("in/b.png"), "the tide table");
        byte[] cut = Arrays.copyOf(Files.readAllBytes(flat("in/c.png", 64, 64, 3, 9)), 60);
        Files.write(folder.resolve("in/c.png"), cut);
        MainTest.Run r = run("pictures", at("in"), "--out", at("out"), "--size", "2");
        assertThat(r.status()).isEqualTo(Main.UNREADABLE);
        assertThat(r.out())
                .contains("b.png is no picture that can be read")
                .contains("c.png is damaged and cannot be read")
                .contains("3 pictures: 1 changed, 0 as they were, 2 failed; ");
        MainTest.Run early = run("pictures", at("in"), "--out", at("out"), "--size", "2");
        assertThat(early.status()).isEqualTo(Main.USAGE);
        assertThat(early.err()).contains("contact_sheet.html is already there; --overwrite replaces it");
        Files.delete(folder.resolve("out/contact_sheet.html"));
        MainTest.Run there = run("pictures", at("in"), "--out", at("out"), "--size", "2");
        assertThat(there.out()).contains("a.png is already there; say that it may be replaced");
        assertThat(run("pictures", at("in"), "--out", at("out"), "--size", "2", "--overwrite")
                        .out())
                .contains("1 changed");
    }

    @Test
    void thoseThatDifferByTheirEndingAloneStayApart() throws IOException {
        flat("in/sail.png", 2, 2, 3, 1);
        Files.write(folder.resolve("in/sail.tga"), PictureWriter.written(read(folder.resolve("in/sail.png")), "tga"));
        Files.copy(folder.resolve("in/sail.png"), folder.resolve("sail.png"));
        MainTest.Run r = run("pictures", at("in"), at("sail.png"), "--to", "png", "--bits", "16", "--out", at("out"));
        assertThat(r.out()).contains("3 pictures: 3 changed");
        assertThat(folder.resolve("out/sail.png")).exists();
        assertThat(folder.resolve("out/sail_tga.png")).exists();
        assertThat(folder.resolve("out/sail_png.png")).exists();
    }

    /** The script that starts the program knows every command, or takes its name for that of a file. */
    @Test
    void everyCommandIsStartedByTheScript() throws IOException {
        String script = Files.readString(Path.of("..", "heron"));
        String known = script.lines()
                .filter(l -> l.contains("facts | check |"))
                .findFirst()
                .orElseThrow();
        for (Class<?> sub : Objects.requireNonNull(Main.class.getAnnotation(CommandLine.Command.class))
                .subcommands()) {
            assertThat(known)
                    .contains(" "
                            + Objects.requireNonNull(sub.getAnnotation(CommandLine.Command.class))
                                    .name() + " ");
        }
    }
}
