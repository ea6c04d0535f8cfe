package idleheron.report.text;

import freemarker.template.Configuration;
import freemarker.template.TemplateException;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;

/** Fills a page that ships, and escapes what is put into it. */
public final class HtmlPage {
    private HtmlPage() {}

    /**
     * @param page its file, "report.ftlh"
     * @param model what is put into it, by name
     */
    public static String of(String page, Map<String, Object> model) {
        Configuration c = new Configuration(Configuration.VERSION_2_3_34);
        c.setClassForTemplateLoading(HtmlPage.class, "/idleheron/report");
        c.setDefaultEncoding(StandardCharsets.UTF_8.name());
        c.setOutputFormat(freemarker.core.HTMLOutputFormat.INSTANCE);
        StringWriter out = new StringWriter();
        try {
            c.getTemplate(page).process(model, out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (TemplateException e) {
            throw new IllegalStateException(e);
        }
        return out.toString();
    }
}
