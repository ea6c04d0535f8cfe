package idleheron.core.remedy.garment;

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
                    "Says how the cloth of garments behaves: stretch, bend, density, friction, thickness, sub_steps or"
                            + " freedom; without a value what is usual, where nothing is said.")
            .told("[=SETTING:VALUE]", SayDrape::told)
            .measured("settings said", SayDrape::said);

    public SayDrape {
        if (!setting.isEmpty()) {
            Drape.Setting s = Drape.Setting.told(setting);
            if (!s.isPlausible(value)) {
                throw new IllegalArgumentException("a " + s.word() + " of " + Figure.number(value) + " " + s.unit()
                        + "; plausible is " + Figure.number(s.least()) + " to " + Figure.number(s.most()));
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
        return "Say how the cloth behaves";
    }

    @Override
    public String describe() {
        return setting.isEmpty()
                ? "Says what a middling cotton has wherever nothing plausible is said of the cloth."
                : "Says a " + Drape.Setting.told(setting).word() + " of " + Figure.number(value) + " "
                        + Drape.Setting.told(setting).unit() + ".";
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
