package idleheron.core.formula.bake;

import static idleheron.core.Messages.say;

import idleheron.core.formula.ChannelName;
import idleheron.core.formula.FigureJoints;
import idleheron.core.formula.Formula;
import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.Source;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Channel;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * A plan whose joints were found on a figure and whose channels know each other. Not for two threads at once.
 */
final class BoundPlan {
    private final MotionPlan plan;
    private final Scene figure;
    private final FigureJoints joints;
    private final int[] nodes;
    private final int[][] asks;
    private final int[] order;
    private final int[][] needs;

    private BoundPlan(MotionPlan plan, Scene figure, FigureJoints joints, int[] nodes) {
        this.plan = plan;
        this.figure = figure;
        this.joints = joints;
        this.nodes = nodes;
        this.asks = new int[plan.channels().size()][];
        for (int i = 0; i < asks.length; i++) {
            asks[i] = plan.channels().get(i).source().references().stream()
                    .mapToInt(this::asked)
                    .toArray();
        }
        this.order = new int[asks.length];
        byte[] seen = new byte[asks.length];
        int at = 0;
        for (int i = 0; i < asks.length; i++) {
            at = visit(i, seen, new ArrayList<>(), at);
        }
        this.needs = new int[asks.length][];
        for (int i = 0; i < asks.length; i++) {
            boolean[] needed = new boolean[asks.length];
            need(i, needed);
            needs[i] = Arrays.stream(order).filter(k -> needed[k]).toArray();
        }
    }

    private void need(int i, boolean[] needed) {
        if (!needed[i]) {
            needed[i] = true;
            for (int k : asks[i]) {
                need(k, needed);
            }
        }
    }

    /**
     * @throws FormulaFault where a joint is not there or is there twice, a channel is said twice, asked for and not said, or asks
     *     for itself
     */
    static BoundPlan of(MotionPlan plan, Scene figure) {
        List<MotionPlan.Said> said = plan.channels();
        FigureJoints joints = new FigureJoints(figure);
        int[] nodes = new int[said.size()];
        for (int i = 0; i < nodes.length; i++) {
            nodes[i] = joints.at(said.get(i).name().joint(), said.get(i).place());
            for (int k = 0; k < i; k++) {
                if (nodes[k] == nodes[i]
                        && said.get(k).name().channel() == said.get(i).name().channel()) {
                    throw new FormulaFault(
                            said.get(i).place(),
                            say("core.formula.bake.BoundPlan.a-channel-once"),
                            say(
                                    "core.formula.bake.BoundPlan.which-says-already",
                                    said.get(i).name(),
                                    said.get(k).place().text()));
                }
            }
        }
        return new BoundPlan(plan, figure, joints, nodes);
    }

    private int asked(Formula.Reference r) {
        int node = joints.at(r.name().joint(), r.place());
        for (int i = 0; i < nodes.length; i++) {
            if (nodes[i] == node
                    && plan.channels().get(i).name().channel() == r.name().channel()) {
                return i;
            }
        }
        throw new FormulaFault(
                r.place(),
                say(
                        "core.formula.bake.BoundPlan.a-channel-that-is-said-here",
                        String.join(
                                ", ",
                                plan.channels().stream()
                                        .map(s -> s.name().toString())
                                        .limit(6)
                                        .toList())),
                r.name().toString());
    }

    /** Puts a channel behind all that it asks for. */
    private int visit(int i, byte[] seen, List<Integer> way, int at) {
        if (seen[i] == 2) {
            return at;
        }
        way.add(i);
        if (seen[i] == 1) {
            List<String> ring = way.subList(way.indexOf(i), way.size()).stream()
                    .map(k -> plan.channels().get(k).name().toString())
                    .toList();
            throw new FormulaFault(
                    plan.channels().get(i).place(),
                    say("core.formula.bake.BoundPlan.channels-that-do-not-ask-for"),
                    String.join(" → ", ring));
        }
        seen[i] = 1;
        int next = at;
        for (int k : asks[i]) {
            next = visit(k, seen, way, next);
        }
        way.removeLast();
        seen[i] = 2;
        order[next] = i;
        return next + 1;
    }

    MotionPlan plan() {
        return plan;
    }

    Scene figure() {
        return figure;
    }

    int channels() {
        return nodes.length;
    }

    int node(int channel) {
        return nodes[channel];
    }

    Channel channel(int channel) {
        return plan.channels().get(channel).name().channel();
    }

    ChannelName name(int channel) {
        return plan.channels().get(channel).name();
    }

    /** Nodes that are moved, each once, in the order of the figure. */
    int[] moved() {
        return Arrays.stream(nodes).distinct().sorted().toArray();
    }

    /**
     * The values of all channels in metres, degrees and times.
     *
     * @param t seconds from the start of the clip
     * @param out one per channel
     * @throws FormulaFault where a formula has no value
     */
    void at(double t, double[] out) {
        put(order, t, out);
    }

    /** The value of one channel, as {@link #at(double, double[])} gives it. */
    double at(int channel, double t) {
        double[] out = new double[nodes.length];
        put(needs[channel], t, out);
        return out[channel];
    }

    private void put(int[] which, double t, double[] out) {
        double u = t / plan.seconds();
        for (int i : which) {
            MotionPlan.Said said = plan.channels().get(i);
            double raw = switch (said.source()) {
                case Source.Keyed k -> k.at(k.ofShare() ? u : t);
                case Source.Written w -> {
                    double[] others = new double[asks[i].length];
                    for (int k = 0; k < others.length; k++) {
                        others[k] = out[asks[i][k]];
                    }
                    yield w.formula().at(t, u, others);
                }
            };
            out[i] = raw * said.factor();
        }
    }
}
