package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;

/**
 * Says how the cloth of garments behaves.
 *
 * @param setting its word, or "" for what is usual wherever nothing, or nothing plausible, is said
 * @param value in the setting's unit
 */
public record SayDrape(String setting, double value) implements Remedy {
    /** What is usual, where nothing is said. */
    public static final SayDrape USUAL = new SayDrape("", 0);

    public static final RemedyType TYPE = RemedyType.of(
                    "say-drape",
                    SayDrape.class,
                    Keeps.PICTURE,
                    say("core.remedy.garment.SayDrape.says-how-the-cloth-of-garments"))
            .told("[=SETTING:VALUE]", SayDrape::told)
            .measured(say("core.remedy.garment.SayDrape.settings-said"), SayDrape::said);

    public SayDrape {
        if (!setting.isEmpty()) {
            Drape.Setting s = Drape.Setting.told(setting);
            if (!s.isPlausible(value)) {
                throw new IllegalArgumentException(say(
                        "core.remedy.garment.SayDrape.a-of-plausible-is-to",
                        s.word(),
                        Figure.number(value),
                        s.unit(),
                        Figure.number(s.least()),
                        Figure.number(s.most())));
            }
        }
    }

    private static Remedy told(RemedyValue v) {
        return v.text().isEmpty()
                ? USUAL
                : new SayDrape(v.first().name(), v.second("").number());
    }

    private static String said(Scene s) {
        long n = 0;
        for (int g : WornMeshes.of(s)) {
            Drape d = Drape.of(s.nodes().get(g));
            for (Drape.Setting x : Drape.Setting.values()) {
                n += d.isSaid(x) ? 1 : 0;
            }
        }
        return Long.toString(n);
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.SayDrape.say-how-the-cloth-behaves");
    }

    @Override
    public String describe() {
        return setting.isEmpty()
                ? say("core.remedy.garment.SayDrape.says-what-a-middling-cotton-has")
                : say(
                        "core.remedy.garment.SayDrape.says-a-of",
                        Drape.Setting.told(setting).word(),
                        Figure.number(value),
                        Drape.Setting.told(setting).unit());
    }

    @Override
    public Scene apply(Scene scene) {
        List<Node> nodes = new ArrayList<>(scene.nodes());
        for (int g : WornMeshes.of(scene)) {
            Drape d = Drape.of(nodes.get(g));
            for (Drape.Setting s : Drape.Setting.values()) {
                if (setting.isEmpty() ? !s.isPlausible(d.isSaid(s) ? d.get(s) : Double.NaN) : s.equals(only())) {
                    d = d.with(s, setting.isEmpty() ? s.usual() : value);
                }
            }
            nodes.set(g, d.on(nodes.get(g)));
        }
        return scene.withNodes(nodes);
    }

    private Drape.Setting only() {
        return Drape.Setting.told(setting);
    }
}
