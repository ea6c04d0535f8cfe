package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.app.Small;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the pages tell people to paste works as it stands. */
class DocumentedScriptsTest {
    private record Ended(int status, String said) {}

    @TempDir
    Path folder;

    private Path heron = Path.of("");

    @BeforeEach
    void files() throws IOException {
        heron = Spawned.script(folder);
        Files.createDirectories(folder.resolve("assets"));
        Small.file(folder.resolve("assets/größe.fbx"), Small.scaled());
    }

    /** The first block of code below a heading of a page. */
    private static String block(String page, String heading) throws IOException {
        List<String> lines =
                Files.readAllLines(Spawned.project().resolve("docs").resolve(page));
        List<String> below = lines.subList(lines.indexOf(heading) + 1, lines.size());
        return below.stream()
                .dropWhile(l -> !l.startsWith("    "))
                .takeWhile(l -> l.startsWith("    "))
                .map(String::strip)
                .collect(Collectors.joining("\n", "", "\n"));
    }

    private Ended run(String... command) throws IOException, InterruptedException {
        ProcessBuilder b =
                new ProcessBuilder(command).directory(folder.toFile()).redirectErrorStream(true);
        b.environment().put("HERON", heron.toString());
        b.environment().put("LC_ALL", "C.UTF-8");
        Process p = b.start();
        String said = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return new Ended(p.waitFor(), said);
    }

    private Ended git(String... arguments) throws IOException, InterruptedException {
        List<String> all = new ArrayList<>(List.of(
                "git", "-c", "user.name=Mira", "-c", "user.email=mira@low.tide", "-c", "init.defaultBranch=main"));
        all.addAll(List.of(arguments));
        return run(all.toArray(String[]::new));
    }

    @Test
    void theHookStopsWhatBreaksAndLetsPassWhatIsKnown() throws IOException, InterruptedException {
        assertThat(git("init", "-q").status()).isZero();
        Path hook = folder.resolve(".git/hooks/pre-commit");
        Files.createDirectories(folder.resolve(".git/hooks"));
        Files.writeString(hook, block("build-servers.md", "## A hook before a commit"));
        assertThat(hook.toFile().setExecutable(true)).isTrue();
        Files.writeString(folder.resolve("known.json"), "{\"schema\": \"idle-heron/baseline/1\", \"findings\": []}");
        Path broken = folder.resolve("broken.fbx");
        Files.writeString(broken, "no scene");
        assertThat(git("add", "broken.fbx").status()).isZero();
        Ended refused = git("commit", "-q", "-m", "x");
        assertThat(refused.status()).as(refused.said()).isNotZero();
        assertThat(refused.said()).contains("broken.fbx");
        assertThat(git("reset", "-q").status()).isZero();
        assertThat(git("add", "assets").status()).isZero();
        Ended taken = git("commit", "-q", "-m", "x");
        assertThat(taken.status()).as(taken.said()).isZero();
        assertThat(taken.said()).contains("größe.fbx: ");
    }

    @Test
    void thePipelineLeavesAReportForEachFile() throws IOException, InterruptedException {
        Files.writeString(folder.resolve("assets/broken.fbx"), "no scene");
        Path script = folder.resolve("pipeline.sh");
        Files.writeString(script, block("build-servers.md", "## A pipeline"));
        Ended done = run("sh", script.toString());
        assertThat(done.status()).as(done.said()).isEqualTo(1);
        assertThat(folder.resolve("reports/größe.fbx.xml"))
                .content()
                .startsWith("<?xml")
                .contains("<testsuite ");
    }

    @Test
    void theInstalledEntranceKnowsTheSameCommands() throws IOException {
        List<String> here = commands(Spawned.project().resolve("heron"));
        assertThat(here).contains("check", "batch", "--version");
        assertThat(commands(Spawned.project().resolve("packaging/heron"))).isEqualTo(here);
    }

    /** What a script hands to the command line. */
    private static List<String> commands(Path script) throws IOException {
        String line = Files.readAllLines(script).stream()
                .filter(l -> l.strip().startsWith("facts | check"))
                .findFirst()
                .orElseThrow();
        return List.of(line.substring(0, line.indexOf(')')).strip().split(" \\| "));
    }

    @Test
    void commandsCompleteThemselves() throws IOException, InterruptedException {
        MainTest.Run r = MainTest.run("generate-completion");
        Path script = Files.writeString(folder.resolve("heron_completion"), r.out());
        String asked = "source " + script + "; %s _complete_heron 2>/dev/null; echo \"${COMPREPLY[@]}\"";
        Ended command = run("bash", "-c", asked.formatted("COMP_WORDS=(heron ba); COMP_CWORD=1;"));
        assertThat(command.said()).isEqualTo("batch\n");
        Ended option = run("bash", "-c", asked.formatted("COMP_WORDS=(heron batch --res); COMP_CWORD=2;"));
        assertThat(option.said()).isEqualTo("--resume\n");
    }
}
