package idleheron.core.avatar.role;

import org.joml.Vector3d;

/** What hangs on a figure and is no role of it: hair, tails, wings, skirts, ears, straps, controls. */
final class HumanoidExtras {
    private final HumanoidBody b;

    HumanoidExtras(HumanoidBody b) {
        this.b = b;
    }

    private void chain(int from, Vector3d start, Vector3d step, int n, String label, double weight) {
        int at = from;
        Vector3d p = new Vector3d(start);
        for (int i = 0; i < n; i++) {
            at = b.joint(at, p.x, p.y, p.z, label + " " + i, weight);
            p.add(step);
            step.mul(b.between(0.85, 1.05));
        }
    }

    void add(int hips, int chest, int head) {
        Vector3d h = b.at(head);
        Vector3d c = b.at(chest);
        double u = b.height * 0.05;
        if (b.chance(0.4)) {
            b.what.add("hair");
            for (int k = 0; k < 1 + b.r.nextInt(3); k++) {
                int n = 2 + b.r.nextInt(4);
                chain(
                        head,
                        new Vector3d(0, h.y + 2 * u, -u - k * 0.2 * u),
                        new Vector3d(0, -u, -0.1 * u),
                        n,
                        "hair" + k,
                        0.4);
                if (b.chance(0.5)) {
                    for (int side : new int[] {1, -1}) {
                        chain(
                                head,
                                new Vector3d(side * u, h.y + 2 * u, 0.2 * u),
                                new Vector3d(0, -u, 0),
                                n,
                                "lock" + side + k,
                                0.3);
                    }
                }
            }
        }
        if (b.chance(0.15)) {
            b.what.add("tail");
            chain(
                    hips,
                    new Vector3d(0, b.at(hips).y, -u),
                    new Vector3d(0, -0.3 * u, -u),
                    3 + b.r.nextInt(5),
                    "tail",
                    0.4);
        }
        if (b.chance(0.12)) {
            b.what.add("wings");
            int n = 3 + b.r.nextInt(3);
            double step = b.between(1, 3.5) * u;
            for (int side : new int[] {1, -1}) {
                chain(
                        chest,
                        new Vector3d(side * u, c.y, -u),
                        new Vector3d(side * step, 0.3 * u, -0.4 * u),
                        n,
                        "wing" + side,
                        0.5);
            }
        }
        if (b.chance(0.25)) {
            b.what.add("skirt");
            int n = 2 + b.r.nextInt(4);
            double step = 0.2 * b.at(hips).y * b.between(0.6, 0.9);
            for (int k = 0; k < 2 + b.r.nextInt(3); k++) {
                for (int side : new int[] {1, -1}) {
                    chain(
                            hips,
                            new Vector3d(side * 1.5 * u, b.at(hips).y, u * (k - 1)),
                            new Vector3d(side * 0.2 * u, -step, 0),
                            n,
                            "skirt" + side + k,
                            0.4);
                }
            }
        }
        if (b.chance(0.15)) {
            b.what.add("ears");
            for (int side : new int[] {1, -1}) {
                chain(
                        head,
                        new Vector3d(side * u, h.y + 3 * u, -0.1 * u),
                        new Vector3d(side * 0.1 * u, u, 0),
                        2,
                        "ear" + side,
                        0.3);
            }
        }
        if (b.chance(0.15)) {
            b.what.add("breasts");
            for (int side : new int[] {1, -1}) {
                chain(
                        chest,
                        new Vector3d(side * u, c.y, 1.2 * u),
                        new Vector3d(0, 0, 0.4 * u),
                        1 + b.r.nextInt(2),
                        "breast" + side,
                        0.3);
            }
        }
        if (b.chance(0.2)) {
            b.what.add("strap");
            chain(chest, new Vector3d(u, c.y, u), new Vector3d(-0.5 * u, -u, 0), 3, "strap", 0.3);
        }
        if (b.chance(0.2)) {
            b.what.add("controls");
            for (int side : new int[] {1, -1}) {
                b.joint(-1, side * 2 * u, 0, 0, "foot ctl" + side, 0);
                b.joint(hips, side * 2 * u, 10 * u, 6 * u, "knee pole" + side, 0);
            }
        }
        if (b.chance(0.2)) {
            b.joint(head, h.x, h.y + 4 * u, h.z, "head tip", 0);
        }
    }
}
