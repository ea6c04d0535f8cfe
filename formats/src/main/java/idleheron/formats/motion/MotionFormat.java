package idleheron.formats.motion;

import static idleheron.core.Messages.say;

import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.bake.FormulaBake;
import idleheron.core.formula.bake.FormulaReport;
import idleheron.core.job.Progress;
import idleheron.core.kind.Content;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.formula.MotionText;
import idleheron.formats.formula.MoveByFormula;
import idleheron.formats.spi.Outline;
import idleheron.formats.spi.Salvage;
import idleheron.formats.spi.SceneFormat;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.tomlj.TomlArray;
import org.tomlj.TomlTable;

/**
 * Motion by formula as a carrier: a clip as text that a person writes. Read alone it moves the joints that it names, all of them
 * at the origin; put together with a figure it moves those of the figure. It is read and not written.
 */
public final class MotionFormat implements SceneFormat {
    private static final String VARIANT = "text";
    private static final int MOST = 5000;
    private static final Pattern SCHEMA = Pattern.compile("(?m)^\\s*schema\\s*=\\s*[\"']idle-heron/motion/");

    @Override
    public String name() {
        return "Motion";
    }

    @Override
    public List<String> endings() {
        return List.of(MotionText.ENDING);
    }

    @Override
    public List<String> variants() {
        return List.of(VARIANT);
    }

    @Override
    public boolean matches(byte[] head) {
        return SCHEMA.matcher(new String(head, StandardCharsets.ISO_8859_1)).find();
    }

    /** Nothing: it is not written. */
    @Override
    public Set<Content> holds() {
        return Set.of();
    }

    @Override
    public String refusal(Scene scene, String variant) {
        return say("formats.motion.MotionFormat.a-motion-by-formula-is-written");
    }

    @Override
    public List<RemedyType> remedies() {
        return List.of(MoveByFormula.TYPE);
    }

    @Override
    public ReadScene read(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        try {
            MotionPlan plan = MotionText.plan(name, bytes);
            progress.at(0.3, say("formats.motion.MotionFormat.working-out-the-formulas"));
            Scene bare = named(plan, MotionText.stem(name));
            FormulaBake.Baked baked = FormulaBake.of(plan, bare, progress.part(0.3, 1));
            Scene scene = bare.withClips(List.of(baked.clip()))
                    .with(MotionPlan.ALONE, List.of(plan))
                    .with(FormulaReport.KEY, List.of(baked.report()));
            progress.at(1, say("formats.motion.MotionFormat.read"));
            return new ReadScene(scene, name(), VARIANT, bytes.byteSize());
        } catch (FormulaFault f) {
            throw MotionText.broken(f.in(name));
        }
    }

    /** A scene of the groups that a plan names, each where its path has it. */
    private static Scene named(MotionPlan plan, String name) {
        Map<String, Integer> known = new HashMap<>();
        List<Node> nodes = new ArrayList<>();
        for (MotionPlan.Said s : plan.channels()) {
            int parent = -1;
            StringBuilder path = new StringBuilder();
            for (String part : s.name().joint().split("/")) {
                if (part.isEmpty()) {
                    continue;
                }
                path.append('/').append(part);
                Integer there = known.get(path.toString());
                if (there == null) {
                    there = nodes.size();
                    nodes.add(Node.of(part, parent, NodeKind.GROUP, Transform.IDENTITY));
                    known.put(path.toString(), there);
                }
                parent = there;
            }
        }
        Stage stage =
                Stage.COMMON.withRate(plan.rate()).withRange(plan.startSeconds(), plan.startSeconds() + plan.seconds());
        return Scene.bare(name, stage).withNodes(nodes);
    }

    /** A text is read whole or not at all. */
    @Override
    public ReadScene rescue(Path file, MemorySegment bytes, Salvage salvage, Progress progress) throws FormatException {
        return read(file, bytes, progress);
    }

    @Override
    public Outline outline(Path file, MemorySegment bytes, Progress progress) throws FormatException {
        String name = String.valueOf(file.getFileName());
        List<Outline> out = new ArrayList<>();
        try {
            for (Map.Entry<String, Object> e : MotionText.entries(name, bytes)) {
                out.add(outline(e.getKey(), e.getValue()));
            }
        } catch (FormulaFault f) {
            throw MotionText.broken(f);
        }
        return new Outline(name, say("formats.motion.MotionFormat.keys", out.size()), "", 0, out);
    }

    private static Outline outline(String key, Object value) {
        List<Outline> below = new ArrayList<>();
        if (value instanceof TomlTable t) {
            t.entrySet().stream().limit(MOST).forEach(e -> below.add(outline(e.getKey(), e.getValue())));
            return new Outline(key, say("formats.motion.MotionFormat.keys", below.size()), "", 0, below);
        }
        String type = value instanceof TomlArray a
                ? say("formats.motion.MotionFormat.values", a.size())
                : value instanceof String ? "text" : "value";
        return new Outline(key, type, value instanceof TomlArray a ? a.toJson() : String.valueOf(value), 0, List.of());
    }

    @Override
    public void write(Scene scene, String variant, OutputStream out, Progress progress) {
        throw new IllegalArgumentException(refusal(scene, variant));
    }
}
