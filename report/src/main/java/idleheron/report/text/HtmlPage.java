package idleheron.report.text;

import freemarker.template.Configuration;
import freemarker.template.TemplateException;
import freemarker.template.TemplateMethodModelEx;
import freemarker.template.TemplateModel;
import freemarker.template.TemplateModelException;
import freemarker.template.utility.DeepUnwrap;
import idleheron.core.Figure;
import idleheron.core.Messages;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Fills a page that ships, and escapes what is put into it. What a page says it says by {@code ${say("key", value, …)}}, as
 * the program does, whole numbers with a comma between thousands; the keys begin with {@code report.page}.
 */
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
        c.setSharedVariable("say", (TemplateMethodModelEx) HtmlPage::said);
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

    private static String said(List<?> arguments) throws TemplateModelException {
        @Nullable Object[] values = new Object[arguments.size() - 1];
        for (int i = 0; i < values.length; i++) {
            Object value = DeepUnwrap.unwrap((TemplateModel) arguments.get(i + 1));
            values[i] = value instanceof Number n ? Figure.thousands(n.longValue()) : value;
        }
        return Messages.say(String.valueOf(arguments.getFirst()), values);
    }
}
