package idleheron.app.round;

import static idleheron.core.Messages.say;

import idleheron.app.Known;
import idleheron.app.Recipe;
import idleheron.app.SendJob;
import idleheron.app.UsageException;
import idleheron.core.finding.Convention;
import idleheron.core.pair.Tolerances;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import idleheron.report.Paper;
import idleheron.report.RecipeJson;
import idleheron.report.RemedyJson;
import idleheron.report.TermsJson;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One recipe over many files: what is asked for, in words. All paths are from the folder of the round.
 *
 * @param base the folder from which its paths are
 * @param inputs files, folders with all that is below them, patterns such as {@code clips/*.fbx}, and {@code @LIST}: a text with
 *     one of these on each line
 * @param recipe file or name of the recipe, or "" for none
 * @param destination name or file of a convention in place of that of the recipe, or ""
 * @param tolerances file of those under which what reads back is held against what was written, or ""
 * @param out the folder they go to
 * @param carrier ending of what is written, such as "usdc", or "" for the same as what is read
 * @param variant of the carrier, or "" for the usual one
 */
public record Round(
        Path base,
        List<String> inputs,
        String recipe,
        String destination,
        String tolerances,
        Path out,
        String carrier,
        String variant) {
    public Round {
        inputs = List.copyOf(inputs);
    }

    /**
     * What is done to each file, read and looked up.
     *
     * @param key of all of it and of the program, 64 hexadecimal digits: results of another one do not count
     */
    public record Deed(Recipe recipe, Tolerances tolerances, String key) {
        @Nullable
        Convention to() {
            return recipe.destination();
        }
    }

    /** "to-game.recipe.json for game-centimetres, into ready". */
    public String text() {
        String told = recipe.isEmpty() ? say("app.round.Round.no-recipe") : recipe;
        return say(
                "app.round.Round.into",
                told + (destination.isEmpty() ? "" : say("app.round.Round.for", destination)),
                out);
    }

    /** The folder they go to, from where the program runs. */
    public Path folder() {
        return base.resolve(out);
    }

    /**
     * Reads the recipe, the destination and the tolerances.
     *
     * @throws UsageException for names that mean nothing
     */
    public Deed deed() throws IOException {
        Recipe told = recipe.isEmpty()
                ? new Recipe(null, "", List.of())
                : Recipe.read(Recipe.SHIPPED.contains(recipe) ? Path.of(recipe) : base.resolve(recipe));
        Recipe asked = destination.isEmpty() ? told : told.to(found(destination));
        Tolerances limits = tolerances.isEmpty() ? Tolerances.DEFAULT : TermsJson.read(base.resolve(tolerances));
        SceneFormat format = carrier.isEmpty() ? null : SendJob.carrier(Path.of("x." + carrier));
        if (format != null && !variant.isEmpty()) {
            SendJob.variant(format, Path.of("x." + carrier), variant);
        }
        String convention = asked.named().endsWith(".toml") ? Files.readString(Path.of(asked.named())) : asked.named();
        String all = String.join(
                "\n",
                Paper.PROGRAM,
                RecipeJson.text(new RemedyJson(SceneFiles.remedies()), null, asked.remedies()),
                convention,
                limits.toString(),
                carrier,
                variant);
        return new Deed(asked, limits, Paper.hash(all));
    }

    private String found(String convention) throws IOException {
        String at = convention.endsWith(".toml") ? base.resolve(convention).toString() : convention;
        Known.convention(at);
        return at;
    }
}
