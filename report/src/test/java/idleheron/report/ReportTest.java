package idleheron.report;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.Figure;
import idleheron.core.compare.Comparison;
import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Scene;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.StandIn;
import idleheron.rehearsal.demo.FootbridgeBell;
import idleheron.render.ink.Picture;
import idleheron.report.picture.Snapshot;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

class ReportTest {
    private static final Scene SENT = FootbridgeBell.scene();
    private static final Scene BACK = StandIn.SEDGE.receive(SENT);

    @Test
    void thePageStandsAloneAndEscapesWhatPeopleWrite() {
        Comparison c = Comparison.of(SENT, BACK, Tolerances.DEFAULT, true, Progress.NONE);
        String html = Report.html(SENT, BACK, c, paper("Mira <b>", "mind the bell & rope", "2031-05-01"));
        assertThat(html).contains("Mira &lt;b&gt;", "mind the bell &amp; rope", "2031-05-01", "data:image/png;base64,");
        assertThat(html).doesNotContain("src=\"http").doesNotContain("href=");
        assertThat(html).contains("Units and axes").contains("footbridge_bell");
    }

    @Test
    void everyPlotStandsOnce() {
        Scene sent = MadeDemo.postwoman();
        Scene back = StandIn.SEDGE.receive(sent);
        Comparison c = Comparison.of(sent, back, Tolerances.DEFAULT, true, Progress.NONE);
        long plots = c.topics().stream()
                .filter(t -> t.verdict().isFault())
                .mapToLong(t -> t.plots().size())
                .sum();
        String html = Report.html(sent, back, c, paper("", "", "today"));
        assertThat(sent.pointCount()).isGreaterThan(1000);
        assertThat(html)
                .as("the sent side, with a comma between thousands")
                .contains("sent · " + Figure.thousands(sent.pointCount()) + " points · ");
        assertThat(plots).isGreaterThan(1);
        assertThat(html.split("<svg ", -1)).hasSize((int) plots + 1);
        assertThat(html.indexOf("<svg ")).as("the first one before the topics").isLessThan(html.indexOf(">Topics<"));
    }

    @Test
    void aCleanCrossingHasNoCauseAndSaysSoInOneWord() {
        Comparison c = Comparison.of(SENT, SENT, Tolerances.DEFAULT, true, Progress.NONE);
        String html = Report.html(SENT, SENT, c, paper("", "", "today"));
        assertThat(html).contains("clean").contains("Not signed off").doesNotContain("Likely cause");
    }

    @Test
    void jsonCarriesItsSchemaAndEveryTopic() throws IOException {
        Comparison c = Comparison.of(SENT, BACK, Tolerances.DEFAULT, true, Progress.NONE);
        JsonNode j = new ObjectMapper().readTree(Json.text(CompareJson.of(c)));
        assertThat(j.path("schema").asText()).isEqualTo("idle-heron/compare/1");
        assertThat(j.path("topics").findValuesAsText("topic")).contains("units-and-axes", "clips", "surfaces");
        JsonNode check = new ObjectMapper().readTree(Json.text(CheckJson.of(Inspection.of(SENT, null))));
        assertThat(check.path("verdict").asText()).isEqualTo("clean");
    }

    @Test
    void sampledPositionsAreThoseOfThePoseAsStoredAndAsMeant() throws IOException {
        JsonNode stored = new ObjectMapper()
                .readTree(Json.text(SampleJson.of(SENT, SENT.clips().getFirst(), new double[] {0, 0.5}, true, false)));
        JsonNode meant = new ObjectMapper()
                .readTree(Json.text(SampleJson.of(SENT, SENT.clips().getFirst(), new double[] {0, 0.5}, true, true)));
        double cm = stored.path("meshes").get(0).path("points").get(1).get(0).asDouble();
        double m = meant.path("meshes").get(0).path("points").get(1).get(0).asDouble();
        assertThat(cm).isCloseTo(m * 100, org.assertj.core.api.Assertions.within(1e-3));
        assertThat(stored.path("frames").get(1).asDouble()).isEqualTo(12);
    }

    @Test
    void aPictureBecomesAPngOfItsSize() throws IOException {
        Picture p = Snapshot.over(new Snapshot.Shown(SENT, null), new Snapshot.Shown(BACK, null), 0, 64, 48);
        var image = ImageIO.read(new ByteArrayInputStream(Snapshot.png(p)));
        assertThat(image.getWidth()).isEqualTo(64);
        assertThat(image.getRGB(32, 24) & 0xFFFFFF).isEqualTo(p.at(32, 24) & 0xFFFFFF);
    }

    private static Paper paper(String by, String note, String date) {
        return new Paper(
                by,
                note,
                date,
                Tolerances.DEFAULT,
                java.util.List.of(new Paper.Source("bell.fbx", 12, "ab".repeat(32))),
                null);
    }

    @Test
    void theReportNamesItsFilesAndTolerances() {
        Comparison c = Comparison.of(SENT, BACK, Tolerances.DEFAULT, true, Progress.NONE);
        String html = Report.html(SENT, BACK, c, paper("", "", "today"));
        assertThat(html).contains("ab".repeat(32)).contains("clipPosition 0.1").contains(Paper.PROGRAM);
    }

    @Test
    void aPdfIsWrittenAndHoldsTheVerdict() throws java.io.IOException {
        Comparison c = Comparison.of(SENT, BACK, Tolerances.DEFAULT, true, Progress.NONE);
        java.io.ByteArrayOutputStream out = new java.io.ByteArrayOutputStream();
        PdfReport.write(SENT, BACK, c, paper("Mira", "mind the bell", "2031-05-01"), out);
        try (org.apache.pdfbox.pdmodel.PDDocument d = org.apache.pdfbox.Loader.loadPDF(out.toByteArray())) {
            for (org.apache.pdfbox.cos.COSName n : d.getPage(0).getResources().getFontNames()) {
                org.apache.pdfbox.pdmodel.font.PDFont font =
                        d.getPage(0).getResources().getFont(n);
                assertThat(font.getName()).containsAnyOf("Inter", "B612");
                assertThat(font.isEmbedded()).isTrue();
            }
            org.apache.pdfbox.text.PDFTextStripper first = new org.apache.pdfbox.text.PDFTextStripper();
            first.setEndPage(1);
            assertThat(first.getText(d)).as("the first page").contains("Topics").contains("Units and axes");
            assertThat(d.getPage(0).getResources().getXObjectNames())
                    .as("the picture and the marks")
                    .hasSizeGreaterThan(2);
            assertThat(first.getText(d)).contains("The worst moments", "tolerance (dashed)");
            String text = new org.apache.pdfbox.text.PDFTextStripper().getText(d);
            assertThat(text).contains(c.verdict().word()).contains("Mira").contains("ab".repeat(10));
            assertThat(d.getNumberOfPages()).isPositive();
        }
    }

    @Test
    void csvHasALineForEveryFigure() {
        Comparison c = Comparison.of(SENT, BACK, Tolerances.DEFAULT, true, Progress.NONE);
        String csv = CompareCsv.of(c);
        long figures = c.topics().stream()
                .flatMap(t -> t.evidence().rows().stream())
                .mapToLong(r -> r.cells().size())
                .sum();
        assertThat(csv.lines().count())
                .isEqualTo(
                        1 + c.causes().size() + c.losses().size() + c.topics().size() + figures);
        idleheron.core.Evidence e = new idleheron.core.Evidence(
                "joint",
                java.util.List.of("off by mm"),
                java.util.List.of(new idleheron.core.Evidence.Row(
                        "a,\"b\"", 0, 0, -1, Double.NaN, true, java.util.List.of(0.5))));
        assertThat(CompareCsv.of(e)).isEqualTo("joint,off by mm,over\r\n\"a,\"\"b\"\"\",0.500000000,over\r\n");
        idleheron.core.Evidence formulas = new idleheron.core.Evidence(
                "joint",
                java.util.List.of("what"),
                java.util.List.of(
                        new idleheron.core.Evidence.Row(
                                "=1+1", -1, -1, -1, Double.NaN, false, java.util.List.of("@cmd")),
                        new idleheron.core.Evidence.Row(
                                "-2.5", -1, -1, -1, Double.NaN, false, java.util.List.of(-0.25)),
                        new idleheron.core.Evidence.Row(
                                "+sum", -1, -1, -1, Double.NaN, false, java.util.List.of("-x,y"))));
        assertThat(CompareCsv.of(formulas))
                .as("what a spreadsheet would work out stays text, numbers stay numbers")
                .isEqualTo("joint,what,over\r\n'=1+1,'@cmd,\r\n-2.5,-0.250000000,\r\n'+sum,\"'-x,y\",\r\n");
    }
}
