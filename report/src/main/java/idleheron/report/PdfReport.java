package idleheron.report;

import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import idleheron.core.compare.Comparison;
import idleheron.core.scene.Scene;
import idleheron.report.text.PaperFonts;
import java.io.IOException;
import java.io.OutputStream;

/** The report as PDF: the same page, laid out for paper, with its plots as pictures. */
public final class PdfReport {
    private PdfReport() {}

    /**
     * @throws IOException when it cannot be written
     */
    public static void write(Scene sent, Scene returned, Comparison comparison, Paper paper, OutputStream to)
            throws IOException {
        XRLog.setLoggingEnabled(false);
        PdfRendererBuilder b = new PdfRendererBuilder();
        b.useFastMode();
        PaperFonts.give(b);
        b.withHtmlContent(Report.page(sent, returned, comparison, paper, true), null);
        b.toStream(to);
        b.run();
    }
}
