package idleheron.report.text;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;

/**
 * The faces of the program on paper and on pages: text in Inter, figures in B612, whose digits have one width. Their outlines are
 * those of the window's fonts, turned into the form that a PDF takes, with the letters of Latin scripts.
 */
public final class PaperFonts {
    private record Face(String file, String family, int weight) {}

    private static final List<Face> FACES = List.of(
            new Face("Inter-Regular", "Inter", 400),
            new Face("Inter-SemiBold", "Inter", 600),
            new Face("B612-Regular", "B612", 400));

    private PaperFonts() {}

    private static InputStream open(Face f) {
        String name = "fonts/" + f.file + ".ttf";
        return Objects.requireNonNull(PaperFonts.class.getResourceAsStream(name), name);
    }

    /** For a PDF: what is used of each is put into it. */
    public static void give(PdfRendererBuilder to) {
        for (Face f : FACES) {
            to.useFont(() -> open(f), f.family, f.weight, BaseRendererBuilder.FontStyle.NORMAL, true);
        }
    }

    /** For a page that needs no other file: rules of a style sheet with the fonts in them. */
    public static String rules() {
        return FACES.stream().map(PaperFonts::rule).collect(Collectors.joining("\n"));
    }

    private static String rule(Face f) {
        try (InputStream in = open(f)) {
            return "@font-face { font-family: " + f.family + "; font-weight: " + f.weight
                    + "; src: url(data:font/ttf;base64," + Base64.getEncoder().encodeToString(in.readAllBytes())
                    + ") format(\"truetype\"); }";
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
