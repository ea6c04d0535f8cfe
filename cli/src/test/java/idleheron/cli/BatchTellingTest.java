package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.app.round.FileResult;
import idleheron.app.round.RoundItem;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class BatchTellingTest {
    private static final RoundItem ITEM = new RoundItem("in/a.fbx", Path.of("in/a.fbx"), "a.fbx", 5);
    private static final FileResult DONE = new FileResult(
            "in/a.fbx",
            "a.fbx",
            FileResult.State.CLEAN,
            "clean",
            new FileResult.Worst("tips", "may drift", "3 tips"),
            Map.of("tips", 1),
            "0 remedies, read back clean",
            List.of(),
            List.of());

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    private BatchTelling telling(boolean json, boolean terminal, long every) {
        return new BatchTelling(new PrintWriter(out), new PrintWriter(err, true), json, 4, terminal, every);
    }

    @Test
    void aFileIsALineOfTextOrOfJson() {
        telling(false, false, 0).ended(ITEM, DONE, 1.25, true);
        assertThat(out.toString())
                .isEqualTo("in/a.fbx: 0 remedies, read back clean; may drift: 3 tips (done before)\n");
        out.getBuffer().setLength(0);
        telling(true, false, 0).ended(ITEM, DONE, 1.2345, false);
        assertThat(out.toString())
                .startsWith("{\"file\":\"in/a.fbx\",\"target\":\"a.fbx\",\"state\":\"clean\"")
                .endsWith("\"seconds\":1.235,\"already\":false}\n");
    }

    @Test
    void howFarItIsIsALineNowAndThenOrOneLineOfATerminal() {
        BatchTelling lines = telling(false, false, 0);
        lines.ended(ITEM, DONE, 1, false);
        lines.at(0.5, "");
        lines.at(0.75, "3 of 8 parts");
        assertThat(err.toString()).isEqualTo("heron: 1 of 4 files, 50 % of the bytes\nheron: 3 of 8 parts\n");
        err.getBuffer().setLength(0);
        telling(false, false, Long.MAX_VALUE / 2).at(0.5, "");
        assertThat(err.toString()).as("not yet").isEmpty();
        BatchTelling terminal = telling(false, true, 0);
        terminal.at(0.5, "");
        terminal.ended(ITEM, DONE, 1, false);
        terminal.clear();
        assertThat(err.toString()).isEqualTo("\r\u001b[K0 of 4 files, 50 % of the bytes\r\u001b[K");
    }
}
