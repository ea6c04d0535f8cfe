package idleheron.rehearsal.demo;

import idleheron.core.math.Vec3;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The shape of an oilskin cape that hangs over shoulders and arms, open in front, cut from four panels: two shells and the rims between
 * them, and three pairs of buckles. Lengths in metres.
 *
 * <pre>
 * points   inner shell row by row from the collar, each from her left front edge around her back to the right; outer shell alike; buckles
 * quads    four points a face, counter-clockwise seen from outside
 * flat     where each corner of each face lies on the flat cut, two numbers, metres
 * </pre>
 *
 * @param points three numbers each
 * @param fall for each point how far down the cape it lies, 0 at the collar to 1 at the hem; 0 on buckles
 */
record CapeCut(double[] points, int[] quads, float[] flat, double[] fall) {
    static final int COLUMNS = 97;
    static final int ROWS = 43;
    private static final double COLLAR = 2.118;
    private static final double HEM = 1.66;
    private static final double GAP = 0.018;
    private static final double THICK = 0.004;
    private static final double OPEN = Math.toRadians(9);
    private static final double STEP = 0.0025;
    private static final int PANELS = 4;
    private static final double APART = 0.05;
    private static final double BELOW = 1.1;
    private static final int AROUND = 24;
    private static final int TUBE = 11;

    /** Cut for her as she stands. */
    static CapeCut cut() {
        double[] inner = shell();
        double[] normals = normals(inner);
        int n = inner.length / 3;
        double[] outer = inner.clone();
        for (int i = 0; i < outer.length; i++) {
            outer[i] += THICK * normals[i];
        }
        List<int[]> quads = new ArrayList<>();
        List<float[]> flat = new ArrayList<>();
        double[][] cut = flatCut(inner);
        Sewing sewing = new Sewing(quads, flat, cut, n);
        sewing.sheet(0, false);
        sewing.sheet(n, true);
        sewing.rims();
        double[] points = Arrays.copyOf(inner, 2 * inner.length);
        System.arraycopy(outer, 0, points, inner.length, outer.length);
        for (int row = 6; row < ROWS; row += 14) {
            for (int column : new int[] {2, COLUMNS - 3}) {
                points = buckle(points, outer, normals, row * COLUMNS + column, quads, flat);
            }
        }
        double[] fall = new double[points.length / 3];
        for (int i = 0; i < 2 * n; i++) {
            fall[i] = (double) (i % n / COLUMNS) / (ROWS - 1);
        }
        float[] all = new float[8 * flat.size()];
        for (int f = 0; f < flat.size(); f++) {
            System.arraycopy(flat.get(f), 0, all, 8 * f, 8);
        }
        return new CapeCut(points, quads.stream().flatMapToInt(Arrays::stream).toArray(), all, fall);
    }

    /** How far everything that the cape covers lies from a place. */
    private static double field(List<PostwomanBody.Part> covers, Vec3 p) {
        double d = Double.POSITIVE_INFINITY;
        for (PostwomanBody.Part part : covers) {
            d = Math.min(d, SurfaceNet.field(part.blobs(), p));
        }
        return d;
    }

    private static double angle(double column) {
        return OPEN + column / (COLUMNS - 1) * (2 * Math.PI - 2 * OPEN);
    }

    private static Vec3 place(double column, double radius, double y) {
        double a = angle(column);
        return new Vec3(radius * Math.sin(a), y, -0.01 + radius * Math.cos(a));
    }

    /** Points of the inner shell: it lies on what is under it and hangs straight down from where that is widest. */
    private static double[] shell() {
        List<PostwomanBody.Part> all = PostwomanBody.parts();
        List<PostwomanBody.Part> covers = List.of(all.get(0), all.get(all.size() - 1));
        int heights = (int) Math.round((COLLAR - HEM) / STEP) + 1;
        double[][] radius = new double[heights][COLUMNS];
        IntStream.range(0, heights).parallel().forEach(h -> {
            double y = COLLAR - h * STEP;
            for (int c = 0; c < COLUMNS; c++) {
                double r = 0.75;
                for (int i = 0; i < 400 && r > 0.05; i++) {
                    double d = field(covers, place(c, r, y)) - GAP;
                    if (d < 2e-4) {
                        break;
                    }
                    r -= Math.max(2e-4, 0.7 * d);
                }
                radius[h][c] = r;
            }
            radius[h] = smooth(radius[h]);
        });
        for (int h = 1; h < heights; h++) {
            for (int c = 0; c < COLUMNS; c++) {
                radius[h][c] = Math.max(radius[h][c], radius[h - 1][c] + 0.06 * STEP);
            }
        }
        double[] out = new double[3 * ROWS * COLUMNS];
        for (int c = 0; c < COLUMNS; c++) {
            double[] way = new double[heights];
            for (int h = 1; h < heights; h++) {
                way[h] = way[h - 1] + Math.hypot(STEP, radius[h][c] - radius[h - 1][c]);
            }
            int h = 0;
            for (int row = 0; row < ROWS; row++) {
                double at = way[heights - 1] * row / (ROWS - 1);
                while (h + 2 < heights && way[h + 1] < at) {
                    h++;
                }
                double t = (at - way[h]) / (way[h + 1] - way[h]);
                Vec3 p = place(c, radius[h][c] + t * (radius[h + 1][c] - radius[h][c]), COLLAR - (h + t) * STEP);
                int k = 3 * (row * COLUMNS + c);
                out[k] = p.x();
                out[k + 1] = p.y();
                out[k + 2] = p.z();
            }
        }
        return out;
    }

    /** Widest within a few columns, then the mean of a few. */
    private static double[] smooth(double[] r) {
        double[] wide = new double[r.length];
        double[] out = new double[r.length];
        for (int pass = 0; pass < 2; pass++) {
            int reach = pass == 0 ? 3 : 4;
            for (int c = 0; c < r.length; c++) {
                double most = 0;
                double sum = 0;
                double all = 0;
                for (int k = -reach; k <= reach; k++) {
                    double v = pass == 0
                            ? r[Math.clamp(c + k, 0, r.length - 1)]
                            : wide[Math.clamp(c + k, 0, r.length - 1)];
                    double w = reach + 1 - Math.abs(k);
                    most = Math.max(most, v);
                    sum += w * v;
                    all += w;
                }
                if (pass == 0) {
                    wide[c] = most;
                } else {
                    out[c] = sum / all;
                }
            }
        }
        return out;
    }

    private static double[] normals(double[] p) {
        double[] out = new double[p.length];
        for (int row = 0; row < ROWS; row++) {
            for (int c = 0; c < COLUMNS; c++) {
                Vec3 across = at(p, row, Math.min(c + 1, COLUMNS - 1)).minus(at(p, row, Math.max(c - 1, 0)));
                Vec3 down = at(p, Math.min(row + 1, ROWS - 1), c).minus(at(p, Math.max(row - 1, 0), c));
                Vec3 n = down.cross(across).unit();
                int k = 3 * (row * COLUMNS + c);
                out[k] = n.x();
                out[k + 1] = n.y();
                out[k + 2] = n.z();
            }
        }
        return out;
    }

    private static Vec3 at(double[] p, int row, int column) {
        int k = 3 * (row * COLUMNS + column);
        return new Vec3(p[k], p[k + 1], p[k + 2]);
    }

    private static int panel(int column) {
        return Math.min(PANELS - 1, column * PANELS / (COLUMNS - 1));
    }

    /** On the flat cut: across by the way along the row from the middle of the panel, down by the way from the collar there. */
    private static double[][] flatCut(double[] p) {
        int wide = (COLUMNS - 1) / PANELS;
        double[][] out = new double[PANELS][2 * ROWS * (wide + 1)];
        double from = 0;
        for (int k = 0; k < PANELS; k++) {
            int first = k * wide;
            double left = 0;
            double right = 0;
            for (int row = 0; row < ROWS; row++) {
                double down = 0;
                for (int r = 0; r < row; r++) {
                    down += at(p, r, first + wide / 2).distance(at(p, r + 1, first + wide / 2));
                }
                double[] way = new double[wide + 1];
                for (int c = 1; c <= wide; c++) {
                    way[c] = way[c - 1] + at(p, row, first + c).distance(at(p, row, first + c - 1));
                }
                for (int c = 0; c <= wide; c++) {
                    out[k][2 * (row * (wide + 1) + c)] = way[c] - way[wide / 2];
                    out[k][2 * (row * (wide + 1) + c) + 1] = -down;
                }
                left = Math.min(left, -way[wide / 2]);
                right = Math.max(right, way[wide] - way[wide / 2]);
            }
            for (int i = 0; i < out[k].length; i += 2) {
                out[k][i] += from - left;
            }
            from += right - left + APART;
        }
        return out;
    }

    /** Faces of the shells and between them, and where they lie on the flat cut. */
    private record Sewing(List<int[]> quads, List<float[]> flat, double[][] cut, int n) {
        /** A point of the flat cut, of the inner shell below that of the outer. */
        private float[] flat(int panel, int row, int column, double below, double u, double v) {
            int wide = (COLUMNS - 1) / PANELS;
            int k = 2 * (row * (wide + 1) + column - panel * wide);
            return new float[] {(float) (cut[panel][k] + u), (float) (cut[panel][k + 1] - below + v)};
        }

        void sheet(int base, boolean out) {
            double below = out ? 0 : BELOW;
            for (int row = 0; row + 1 < ROWS; row++) {
                for (int c = 0; c + 1 < COLUMNS; c++) {
                    int[] rows = {row, row + 1, row + 1, row};
                    int[] columns = out ? new int[] {c, c, c + 1, c + 1} : new int[] {c + 1, c + 1, c, c};
                    quads.add(new int[] {
                        base + rows[0] * COLUMNS + columns[0],
                        base + rows[1] * COLUMNS + columns[1],
                        base + rows[2] * COLUMNS + columns[2],
                        base + rows[3] * COLUMNS + columns[3]
                    });
                    float[] uv = new float[8];
                    for (int k = 0; k < 4; k++) {
                        System.arraycopy(flat(panel(c), rows[k], columns[k], below, 0, 0), 0, uv, 2 * k, 2);
                    }
                    flat.add(uv);
                }
            }
        }

        void rims() {
            for (int c = 0; c + 1 < COLUMNS; c++) {
                rim(new int[] {0, c + 1, 0, c}, panel(c), 0, THICK);
                rim(new int[] {ROWS - 1, c, ROWS - 1, c + 1}, panel(c), 0, -THICK);
            }
            for (int row = 0; row + 1 < ROWS; row++) {
                rim(new int[] {row, 0, row + 1, 0}, 0, -THICK, 0);
                rim(new int[] {row + 1, COLUMNS - 1, row, COLUMNS - 1}, PANELS - 1, THICK, 0);
            }
        }

        /** A face between the shells along an edge of the outer one, from one row and column to another. */
        private void rim(int[] edge, int panel, double u, double v) {
            int a = edge[0] * COLUMNS + edge[1];
            int b = edge[2] * COLUMNS + edge[3];
            quads.add(new int[] {a, b, n + b, n + a});
            float[] uv = new float[8];
            System.arraycopy(flat(panel, edge[0], edge[1], 0, u, v), 0, uv, 0, 2);
            System.arraycopy(flat(panel, edge[2], edge[3], 0, u, v), 0, uv, 2, 2);
            System.arraycopy(flat(panel, edge[2], edge[3], 0, 0, 0), 0, uv, 4, 2);
            System.arraycopy(flat(panel, edge[0], edge[1], 0, 0, 0), 0, uv, 6, 2);
            flat.add(uv);
        }
    }

    /** A ring that lies on the outer shell. */
    private static double[] buckle(
            double[] points, double[] outer, double[] normals, int at, List<int[]> quads, List<float[]> flat) {
        Vec3 n = new Vec3(normals[3 * at], normals[3 * at + 1], normals[3 * at + 2]);
        Vec3 middle = new Vec3(outer[3 * at], outer[3 * at + 1], outer[3 * at + 2]).plus(n.times(0.0065));
        Vec3 side = new Vec3(0, 1, 0).across(n).unit();
        Vec3 other = n.cross(side);
        int base = points.length / 3;
        double[] out = Arrays.copyOf(points, points.length + 3 * AROUND * TUBE);
        int nth = (base - 2 * ROWS * COLUMNS) / (AROUND * TUBE);
        for (int i = 0; i < AROUND; i++) {
            double a = 2 * Math.PI * i / AROUND;
            Vec3 way = side.times(Math.cos(a)).plus(other.times(Math.sin(a)));
            for (int k = 0; k < TUBE; k++) {
                double b = 2 * Math.PI * k / TUBE;
                Vec3 p = middle.plus(way.times(0.0073 + 0.0020 * Math.cos(b))).plus(n.times(0.0020 * Math.sin(b)));
                int to = 3 * (base + i * TUBE + k);
                out[to] = p.x();
                out[to + 1] = p.y();
                out[to + 2] = p.z();
                quads.add(new int[] {
                    base + i * TUBE + k,
                    base + (i + 1) % AROUND * TUBE + k,
                    base + (i + 1) % AROUND * TUBE + (k + 1) % TUBE,
                    base + i * TUBE + (k + 1) % TUBE
                });
                float u = (float) (2.6 + 0.08 * nth);
                float[] uv = new float[8];
                int[] across = {0, 1, 1, 0};
                int[] up = {0, 0, 1, 1};
                for (int c = 0; c < 4; c++) {
                    uv[2 * c] = u + (float) (0.0022 * 2.2 * Math.PI * (i + across[c]) / AROUND * 4);
                    uv[2 * c + 1] = (float) (-0.0022 * 2 * Math.PI * (k + up[c]) / TUBE);
                }
                flat.add(uv);
            }
        }
        return out;
    }
}
