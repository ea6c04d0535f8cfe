package idleheron.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import idleheron.core.time.FrameRate;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ConventionsTest {
    @TempDir
    Path folder;

    private Convention read(String text) throws IOException {
        Path f = folder.resolve("mine.toml");
        Files.writeString(f, text);
        return ConventionFiles.read(f);
    }

    private static final String HEAD =
            "schema = \"idle-heron/convention/1\"\n[stage]\nup = \"Y\"\nfront = \"Z\"\nright = \"X\"\n";

    @Test
    void thoseThatShipSayWhatTheyAreCalledAfter() {
        assertThat(Conventions.all()).hasSize(8).doesNotHaveDuplicates();
        assertThat(Conventions.Z_UP_LEFT_CENTIMETRES.axes()).isEqualTo(AxisSystem.Z_UP_LEFT);
        assertThat(Conventions.Z_UP_METRES.axes()).isEqualTo(AxisSystem.Z_UP);
        assertThat(Conventions.GAME_CENTIMETRES.maxInfluences()).isEqualTo(4);
        Convention x = Objects.requireNonNull(Conventions.named("game-centimetres-x"));
        assertThat(x.more().skeleton().bonesAlong()).isEqualTo(SignedAxis.POSITIVE_X);
        assertThat(x.rate()).isEqualTo(FrameRate.of(30));
        assertThat(x.more().surface().pictures()).containsExactly("png", "tga");
        assertThat(Conventions.Y_UP_METRES.rate()).isNull();
    }

    @Test
    void aCopyThatWasChangedIsRead() throws IOException {
        String text = Conventions.text(Conventions.GAME_CENTIMETRES).replace("influences = 4", "influences = 6");
        Convention c = read(text);
        assertThat(c.code()).isEqualTo("mine");
        assertThat(c.maxInfluences()).isEqualTo(6);
        assertThat(c.axes()).isEqualTo(AxisSystem.COMMON);
    }

    @Test
    void whatIsWrongIsToldWithItsKeyOrItsLine() {
        assertThatThrownBy(() -> read(HEAD + "[weights]\ninfluence = 4\n"))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("mine.toml")
                .hasMessageContaining("bits, influences in weights")
                .hasMessageContaining("found influence");
        assertThatThrownBy(() -> read(HEAD + "[weights]\ninfluences = \"four\"\n"))
                .hasMessageContaining("a number for influences");
        assertThatThrownBy(() -> read(HEAD.replace("front = \"Z\"", "front = \"Y\"")))
                .hasMessageContaining("stand on each other");
        assertThatThrownBy(() -> read(HEAD.replace("\"Z\"", "\"up\""))).hasMessageContaining("for front");
        assertThatThrownBy(() -> read("title = \"x\"\n")).hasMessageContaining("schema");
        assertThatThrownBy(() -> read(HEAD + "[skeleton]\njoints = \"(\"\n"))
                .hasMessageContaining("a regular expression for joints");
        assertThatThrownBy(() -> read("a = \n")).hasMessageContaining("line 1").hasMessageContaining("TOML");
        assertThatThrownBy(() -> read(HEAD + "metersPerUnit = -1\n")).hasMessageContaining("metersPerUnit above 0");
    }

    /** The postwoman is made ready for each: what can be mended is, and is not told again. */
    @Test
    void findingsForADestinationAreMendedByTheirRemedies() throws IOException {
        Convention strict = read(HEAD
                + "metersPerUnit = 0.01\n[skeleton]\noneRoot = true\ntips = false\ncontrols = false\nroot = \"pelvis_root\"\n"
                + "joints = \"[a-z][a-z0-9_]*\"\n[weights]\ninfluences = 4\nbits = 8\n"
                + "[clips]\nnames = \"[A-Z].*\"\nwanted = [\"Wade\", \"parcel\"]\n[surface]\npictures = [\"jpg\"]\n");
        Scene s = MadeDemo.postwoman();
        List<String> before = codes(s, strict);
        assertThat(before)
                .contains(
                        "joints-without-influence",
                        "weights-will-be-rounded",
                        "too-many-influences",
                        "clip-names-break-rule",
                        "wanted-clips-missing",
                        "picture-kind-not-taken");
        for (int i = 0; i < 12; i++) {
            Remedy next = Inspection.of(s, strict).stream()
                    .map(Finding::remedy)
                    .filter(Objects::nonNull)
                    .findFirst()
                    .orElse(null);
            if (next == null) {
                break;
            }
            s = next.apply(s);
        }
        assertThat(codes(s, strict))
                .contains("clip-names-break-rule", "picture-kind-not-taken")
                .doesNotContain(
                        "joints-without-influence",
                        "weights-will-be-rounded",
                        "too-many-influences",
                        "root-named-otherwise",
                        "several-roots",
                        "tip-joints",
                        "node-scale",
                        "other-axes-or-unit");
        assertThat(s.find("pelvis_root")).isNotNegative();
        assertThat(codes(s, strict)).doesNotContain("wanted-clips-missing");
        assertThat(read(ConventionFiles.text(strict)).more().clips().wanted()).containsExactly("Wade", "parcel");
    }

    @Test
    void bonesAlongAnotherAxisAreToldWithTheAxisTheyRunAlong() throws IOException {
        Convention y = read(HEAD + "[skeleton]\nbonesAlong = \"Y\"\n");
        Finding f = Inspection.of(MadeDemo.postwoman(), y).stream()
                .filter(x -> x.code().equals("bones-along-other-axis"))
                .findFirst()
                .orElseThrow();
        assertThat(f.message()).contains("51 of 53 bones run along their joint's X");
        Convention x = read(HEAD + "[skeleton]\nbonesAlong = \"X\"\n");
        assertThat(codes(MadeDemo.postwoman(), x)).doesNotContain("bones-along-other-axis");
    }

    private static List<String> codes(Scene s, Convention c) {
        return Inspection.of(s, c).stream().map(Finding::code).toList();
    }

    @Test
    void everyConventionIsTheSameOnceItWasWrittenAsText() throws idleheron.formats.bytes.FormatException {
        for (Convention c : Conventions.all()) {
            assertThat(ConventionFiles.read(c.code(), "t", ConventionFiles.text(c)))
                    .isEqualTo(c);
        }
    }

    @Test
    void picturesMayHaveToHaveSidesAndGreenOfOneKind() throws idleheron.formats.bytes.FormatException {
        Convention c = ConventionFiles.read(
                "own",
                "own.toml",
                ConventionFiles.text(Conventions.Z_UP_METRES)
                        .replace("pictureSize = 0", "pictureSize = 512\npowerOfTwo = true\ngreen = \"down\""));
        assertThat(c.more().layout()).isEqualTo(new Convention.Layout("", "", "", 512, true, "down"));
        assertThat(ConventionFiles.read("own", "t", ConventionFiles.text(c))).isEqualTo(c);
        org.assertj.core.api.Assertions.assertThatThrownBy(
                        () -> ConventionFiles.read("own", "own.toml", HEAD + "[surface]\ngreen = \"left\"\n"))
                .hasMessageContaining("up or down for green in [surface]");
    }

    @Test
    void aDeliveryHasItsLayoutAndMayNotLeaveItsFolder() throws idleheron.formats.bytes.FormatException {
        String text = ConventionFiles.text(Conventions.Z_UP_METRES).replace("pictureSize = 0", "pictureSize = 512")
                + "file = \"{name}/{name}\"\nclip = \"{name}/clips/{clip}\"\npictures = \"maps\"\n";
        Convention c = ConventionFiles.read("own", "own.toml", text);
        assertThat(c.more().layout())
                .isEqualTo(new Convention.Layout("{name}/{name}", "{name}/clips/{clip}", "maps", 512));
        for (String out : java.util.List.of("../x", "/x", "c:/x", "a/../../x")) {
            org.assertj.core.api.Assertions.assertThatThrownBy(
                            () -> ConventionFiles.read("own", "own.toml", text.replace("\"maps\"", '"' + out + '"')))
                    .hasMessageContaining("own.toml")
                    .hasMessageContaining("below the delivery's folder");
        }
    }
}
