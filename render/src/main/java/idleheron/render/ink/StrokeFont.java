package idleheron.render.ink;

import java.util.Map;

/** The letters that stand in pictures, as strokes: x to the right, y upward, 1 is the height of a digit. */
final class StrokeFont {
    private static final double[][] NONE = {};
    private static final Map<Character, double[][]> LETTERS = Map.ofEntries(
            Map.entry(
                    '0', new double[][] {{.3, 0, .1, .15, .03, .5, .1, .85, .3, 1, .5, .85, .57, .5, .5, .15, .3, 0}}),
            Map.entry('1', new double[][] {{.12, .8, .34, 1, .34, 0}, {.12, 0, .54, 0}}),
            Map.entry('2', new double[][] {{.06, .8, .2, .98, .42, .98, .54, .78, .46, .52, .05, 0, .56, 0}}),
            Map.entry('3', new double[][] {
                {.07, .92, .3, 1, .5, .9, .5, .65, .27, .54, .52, .42, .54, .15, .32, 0, .05, .08}
            }),
            Map.entry('4', new double[][] {{.44, 0, .44, 1, .04, .3, .58, .3}}),
            Map.entry('5', new double[][] {{.5, 1, .12, 1, .1, .58, .35, .62, .54, .45, .52, .15, .3, 0, .06, .08}}),
            Map.entry('6', new double[][] {
                {.48, .95, .25, .9, .08, .55, .08, .2, .28, 0, .5, .12, .53, .4, .35, .56, .1, .4}
            }),
            Map.entry('7', new double[][] {{.05, 1, .56, 1, .24, 0}}),
            Map.entry('8', new double[][] {
                {
                    .3, .54, .1, .68, .1, .9, .3, 1, .5, .9, .5, .68, .3, .54, .06, .35, .08, .1, .3, 0, .52, .1, .54,
                    .35, .3, .54
                }
            }),
            Map.entry('9', new double[][] {
                {.12, .05, .35, .1, .52, .45, .52, .8, .32, 1, .1, .88, .07, .6, .25, .44, .5, .6}
            }),
            Map.entry('.', new double[][] {{.14, 0, .16, .03}}),
            Map.entry('-', new double[][] {{.1, .45, .5, .45}}),
            Map.entry('m', new double[][] {
                {.06, 0, .06, .6}, {.06, .42, .2, .6, .32, .5, .34, 0}, {.34, .42, .48, .6, .6, .5, .62, 0}
            }),
            Map.entry('x', new double[][] {{.06, .6, .5, 0}, {.06, 0, .5, .6}}),
            Map.entry('y', new double[][] {{.06, .6, .29, .08}, {.52, .6, .2, -.25}}),
            Map.entry('z', new double[][] {{.07, .6, .5, .6, .06, 0, .52, 0}}));

    private StrokeFont() {}

    /** Polylines of x, y pairs. */
    static double[][] strokes(char c) {
        return LETTERS.getOrDefault(c, NONE);
    }

    static double advance(char c) {
        return c == ' ' ? 0.4 : c == '.' ? 0.34 : c == 'm' ? 0.8 : 0.72;
    }
}
