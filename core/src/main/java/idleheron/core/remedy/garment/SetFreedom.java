package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.garment.freedom.FreedomRule;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Gives garments a freedom map by rules; where several speak, the least counts.
 *
 * @param centimetres that a value of 1 stands for
 * @param rules as they are told: below/TOP/BOTTOM, top/BAND, borders/BAND, gap/NEAR/FAR, all in centimetres; trims, which holds pieces of
 *     less than 3 cm; on/GARMENT, for garments of such names alone
 */
public record SetFreedom(double centimetres, List<String> rules) implements Remedy {
    private static final double CM = 100;
    private static final String USUAL_RULE = "top/25";
    private static final String PARTS = ":";
    private static final String ON = "on/";

    public static final RemedyType TYPE = RemedyType.of(
                    "set-freedom",
                    SetFreedom.class,
                    Keeps.PICTURE,
                    say("core.remedy.garment.SetFreedom.says-how-far-points-of-garments"))
            .told("=CM[:RULE…]", SetFreedom::told)
            .measured(say("core.remedy.garment.SetFreedom.garments-with-a-freedom-map"), SetFreedom::maps);

    public SetFreedom {
        rules = List.copyOf(rules);
        if (!(centimetres > 0) || !Double.isFinite(centimetres)) {
            throw new IllegalArgumentException(
                    say("core.remedy.garment.SetFreedom.a-freedom-of-cm-it-is", centimetres));
        }
        if (rules.stream().allMatch(SetFreedom::isName)) {
            throw new IllegalArgumentException(say("core.remedy.garment.SetFreedom.a-freedom-without-a-rule"));
        }
        rules.stream().filter(r -> !isName(r)).forEach(SetFreedom::rule);
    }

    /** So far, held at its upper border. */
    public static SetFreedom usual(double centimetres) {
        return new SetFreedom(centimetres, List.of(USUAL_RULE));
    }

    private static Remedy told(RemedyValue v) {
        String[] parts = v.text().split(PARTS, -1);
        double cm = RemedyValue.of(parts[0]).positive();
        return parts.length < 2 ? usual(cm) : new SetFreedom(cm, List.of(parts).subList(1, parts.length));
    }

    /** Whether it says for which garment the others are. */
    private static boolean isName(String told) {
        return told.startsWith(ON) && told.length() > ON.length();
    }

    private boolean isFor(String garment) {
        return rules.stream().noneMatch(SetFreedom::isName) || rules.contains(ON + garment);
    }

    private static FreedomRule rule(String told) {
        String[] w = told.split("/");
        return switch (w[0]) {
            case "below" -> new FreedomRule.Below(length(told, w, 1, 2), length(told, w, 2, 2));
            case "top" -> new FreedomRule.FromTop(length(told, w, 1, 1));
            case "borders" -> new FreedomRule.FromBorders(length(told, w, 1, 1));
            case "gap" -> new FreedomRule.ByGap(length(told, w, 1, 2), length(told, w, 2, 2));
            case "trims" -> new FreedomRule.HeldTrims();
            default ->
                throw new IllegalArgumentException(
                        say("core.remedy.garment.SetFreedom.no-rule-of-freedom-there-are", told));
        };
    }

    private static double length(String told, String[] w, int at, int of) {
        if (w.length != of + 1) {
            throw new IllegalArgumentException(
                    say("core.remedy.garment.SetFreedom.the-rule-has-lengths-expected", told, (w.length - 1), of));
        }
        return RemedyValue.of(w[at]).number() / CM;
    }

    private static String maps(Scene s) {
        return Long.toString(WornMeshes.of(s).stream()
                .filter(n -> FreedomMap.isOn(s.meshes().get(s.nodes().get(n).payload())))
                .count());
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.SetFreedom.say-what-may-move");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.garment.SetFreedom.lets-points-of-garments-leave-their",
                Figure.number(centimetres),
                String.join(" and ", rules));
    }

    @Override
    public Scene apply(Scene scene) {
        Worn worn = Worn.in(scene);
        BodyDistance body = worn == null ? null : BodyDistance.of(RestSurface.of(scene, worn.body()));
        List<Mesh> meshes = new ArrayList<>(scene.meshes());
        List<Node> nodes = new ArrayList<>(scene.nodes());
        for (int g : WornMeshes.of(scene)) {
            Cloth c = Cloth.of(scene, g);
            if (c.isWhole() && isFor(nodes.get(g).name())) {
                int at = nodes.get(g).payload();
                meshes.set(at, FreedomMap.parted(c.weld(), values(c, body)).on(meshes.get(at)));
                nodes.set(
                        g,
                        Drape.of(nodes.get(g))
                                .with(Drape.Setting.FREEDOM, centimetres / CM)
                                .on(nodes.get(g)));
            }
        }
        return scene.withMeshes(meshes).withNodes(nodes);
    }

    private double[] values(Cloth c, @Nullable BodyDistance body) {
        double[] out = new double[c.joined().pointCount()];
        java.util.Arrays.fill(out, 1);
        for (String r : rules) {
            if (isName(r)) {
                continue;
            }
            double[] v = rule(r).of(c.joined(), body);
            for (int i = 0; i < out.length; i++) {
                out[i] = Math.min(out[i], v[i]);
            }
        }
        return out;
    }
}
