package idleheron.core.volume.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.job.Progress;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.scene.Camera;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.Grid;
import idleheron.core.volume.Volume;
import idleheron.core.volume.measure.OpticalDepth;
import idleheron.core.volume.measure.VolumeSurvey;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Vector3d;

/** Rules about volumes that look at every voxel. */
public final class VolumeDeepRules {
    /** Thicker than this nothing inside can be seen; thinner than the other, nothing at all. */
    private static final double THICK = 60;

    private static final double THIN = 0.05;

    /** A cloud that lets through about a twentieth of the light. */
    private static final double GOOD = 3;

    private static final double SIDEWAYS = 60;

    private final Scene scene;
    private final Volume volume;
    private final VolumeSurvey survey;
    private final List<Finding> out;

    private VolumeDeepRules(Scene scene, Volume volume, VolumeSurvey survey, List<Finding> out) {
        this.scene = scene;
        this.volume = volume;
        this.survey = survey;
        this.out = out;
    }

    /** Reads all voxels of all volumes of a scene. */
    public static List<Finding> of(Scene scene, Progress progress) {
        List<Finding> out = new ArrayList<>();
        int n = scene.volumes().size();
        for (int i = 0; i < n; i++) {
            Volume v = scene.volumes().get(i);
            Progress own = progress.part((double) i / n, (i + 1.0) / n);
            of(scene, v, VolumeSurvey.of(v, null, own.part(0, 0.7)), out);
            VolumeEmitter.look(scene, v, own.part(0.7, 1), out);
        }
        return out;
    }

    /** From a survey that is there already. */
    public static void of(Scene scene, Volume volume, VolumeSurvey survey, List<Finding> out) {
        VolumeDeepRules d = new VolumeDeepRules(scene, volume, survey, out);
        for (String fault : survey.faults()) {
            out.add(Finding.of("volume-frame-unreadable", Severity.BREAKS, Topic.VOLUMES)
                    .says(say("core.volume.check.VolumeDeepRules.voxels-cannot-be-read"), fault + ".")
                    .measured(Figure.of(1, say("core.volume.check.VolumeDeepRules.frames"), volume.name())));
        }
        for (String name : volume.gridNames()) {
            List<VolumeSurvey.Entry> of = survey.of(name);
            if (!of.isEmpty()) {
                d.values(name, of);
                d.background(name, of);
                d.thickness(name, of);
                d.rise(name, of);
                d.camera(name, of);
            }
        }
        d.speed();
    }

    private Figure figure(double value, String unit, String grid, int frame) {
        return new Figure(value, unit, volume.name() + "/" + grid, "", volume.padding() == 0 ? Double.NaN : frame);
    }

    /** Nothing active, no numbers, numbers without bound, density below zero. */
    private void values(String name, List<VolumeSurvey.Entry> of) {
        List<Integer> empty = of.stream()
                .filter(e -> e.stats().census().activeVoxels() == 0)
                .map(VolumeSurvey.Entry::frame)
                .toList();
        if (!empty.isEmpty()) {
            out.add(Finding.of(
                            "volume-empty",
                            empty.size() == of.size() ? Severity.BREAKS : Severity.DRIFTS,
                            Topic.VOLUMES)
                    .says(
                            say("core.volume.check.VolumeDeepRules.is-empty", name),
                            empty.size() == of.size()
                                    ? say("core.volume.check.VolumeDeepRules.no-voxel-of-is-active-in", name)
                                    : say(
                                            "core.volume.check.VolumeDeepRules.no-voxel-of-is-active-in-2",
                                            name,
                                            VolumeRules.numbers(empty)))
                    .measured(figure(empty.size(), "frames", name, empty.getFirst()))
                    .because(say("core.volume.check.VolumeDeepRules.the-field-was-switched-off-or")));
        }
        long bad = 0;
        VolumeSurvey.Entry first = null;
        long below = 0;
        VolumeSurvey.Entry lowest = null;
        for (VolumeSurvey.Entry e : of) {
            long n = e.stats().nans() + e.stats().infinite();
            bad += n;
            first = first == null && n > 0 ? e : first;
            if (name.equals("density") && e.stats().negatives() > 0) {
                below += e.stats().negatives();
                lowest = lowest == null || e.stats().min()[0] < lowest.stats().min()[0] ? e : lowest;
            }
        }
        if (first != null) {
            out.add(Finding.of("volume-not-finite", Severity.BREAKS, Topic.VOLUMES)
                    .says(
                            say("core.volume.check.VolumeDeepRules.holds-what-is-no-number", name),
                            say(
                                    "core.volume.check.VolumeDeepRules.values-of-are-no-number-or",
                                    bad,
                                    name,
                                    first.frame()))
                    .measured(figure((double) bad, "voxels", name, first.frame()))
                    .because(say("core.volume.check.VolumeDeepRules.the-simulation-blew-up-or-halves"))
                    .mendedBy(ChangeGrids.heal()));
        }
        if (lowest != null) {
            out.add(Finding.of("volume-negative-density", Severity.DRIFTS, Topic.VOLUMES)
                    .says(
                            say("core.volume.check.VolumeDeepRules.density-below-zero"),
                            say(
                                    "core.volume.check.VolumeDeepRules.voxels-have-a-density-below-zero",
                                    below,
                                    Figure.number(lowest.stats().min()[0]),
                                    lowest.frame()))
                    .measured(figure(lowest.stats().min()[0], "", name, lowest.frame()))
                    .because(say("core.volume.check.VolumeDeepRules.a-filter-that-overshoots-ran-over")));
        }
    }

    private void background(String name, List<VolumeSurvey.Entry> of) {
        VolumeSurvey.Entry e = of.getFirst();
        if (!e.header().gridClass().equals(Grid.FOG)) {
            return;
        }
        Volume.Frame f = volume.frame(e.frame());
        if (f == null) {
            return;
        }
        try {
            double b = f.source()
                    .shape(volume.headers(f).stream()
                            .filter(h -> h.name().equals(name))
                            .findFirst()
                            .orElseThrow()
                            .label())
                    .tree()
                    .background()
                    .get(0, 0);
            if (b != 0) {
                out.add(Finding.of("volume-background", Severity.DRIFTS, Topic.VOLUMES)
                        .says(
                                say("core.volume.check.VolumeDeepRules.the-background-of-is-not-zero", name),
                                say(
                                        "core.volume.check.VolumeDeepRules.all-of-space-outside-has-the",
                                        name,
                                        Figure.number(b)))
                        .measured(figure(b, "", name, e.frame())));
            }
        } catch (java.io.IOException | java.util.NoSuchElementException x) {
            // renamed or gone since: its voxels told their own fault
        }
    }

    private void thickness(String name, List<VolumeSurvey.Entry> of) {
        if (!of.getFirst().header().gridClass().equals(Grid.FOG)) {
            return;
        }
        VolumeSurvey.Entry worst = of.getFirst();
        for (VolumeSurvey.Entry e : of) {
            worst = e.depth() > worst.depth() ? e : worst;
        }
        double d = worst.depth() * scene.stage().metersPerUnit();
        if (d > THICK || d < THIN && d > 0) {
            double factor = OpticalDepth.factor(d, GOOD);
            out.add(Finding.of(d > THICK ? "volume-too-thick" : "volume-too-thin", Severity.DRIFTS, Topic.VOLUMES)
                    .says(
                            d > THICK
                                    ? say("core.volume.check.VolumeDeepRules.is-as-thick-as-a-wall", name)
                                    : say("core.volume.check.VolumeDeepRules.is-as-good-as-clear", name),
                            say(
                                    "core.volume.check.VolumeDeepRules.a-ray-through-the-middle-of",
                                    worst.frame(),
                                    Figure.number(d),
                                    percent(d),
                                    Figure.number(factor),
                                    percent(GOOD)))
                    .measured(figure(d, say("core.volume.check.VolumeDeepRules.optical-depth"), name, worst.frame()))
                    .because(say("core.volume.check.VolumeDeepRules.density-counts-per-unit-of-length"))
                    .mendedBy(ChangeGrids.multiply(name, factor)));
        }
    }

    private static String percent(double depth) {
        double p = 100 * Math.exp(-depth);
        return p < 1e-3 ? say("core.volume.check.VolumeDeepRules.nothing") : Figure.number(p) + " %";
    }

    /** A plume that climbs along another axis than up: along Y or Z, since nowhere X is up. */
    private void rise(String name, List<VolumeSurvey.Entry> of) {
        if (of.size() < 4 || !of.getFirst().header().gridClass().equals(Grid.FOG)) {
            return;
        }
        CanonicalSpace space = CanonicalSpace.of(scene.stage());
        double[] a = of.getFirst().centre();
        double[] b = of.getLast().centre();
        Vec3 from = space.point(a[0], a[1], a[2]);
        Vec3 to = space.point(b[0], b[1], b[2]);
        Vector3d d = new Vector3d(to.x() - from.x(), to.y() - from.y(), to.z() - from.z());
        double[] box = of.getLast()
                .header()
                .map()
                .worldBox(of.getLast().stats().census().box());
        double size = space.length(Math.max(box[3] - box[0], Math.max(box[4] - box[1], box[5] - box[2])));
        if (!(d.length() > 0.05 * size)) {
            return;
        }
        double angle = Math.toDegrees(Math.acos(Math.clamp(d.y / d.length(), -1, 1)));
        if (angle <= SIDEWAYS) {
            return;
        }
        Vector3d stored = new Vector3d(b[0] - a[0], b[1] - a[1], b[2] - a[2]);
        SignedAxis along = SignedAxis.nearest(stored.x, stored.y, stored.z);
        SignedAxis up = scene.stage().axes().up();
        if (along.axis() == 0 || !plume(of, along)) {
            return;
        }
        out.add(Finding.of("volume-on-its-side", Severity.DRIFTS, Topic.VOLUMES)
                .says(
                        say("core.volume.check.VolumeDeepRules.it-rises-along-and-is-up", along.label(), up.label()),
                        say(
                                "core.volume.check.VolumeDeepRules.from-frame-to-the-mass-of",
                                of.getFirst().frame(),
                                of.getLast().frame(),
                                name,
                                Figure.number(d.length()),
                                along.label()))
                .measured(figure(angle, "°", name, of.getLast().frame()))
                .because(say("core.volume.check.VolumeDeepRules.it-was-baked-where-is-up", along.label()))
                .mendedBy(ChangeGrids.turn(along, up)));
    }

    /** Whether the field stays at one end and grows at the other, as smoke over a fire does; a puff that drifts does not. */
    private static boolean plume(List<VolumeSurvey.Entry> of, SignedAxis along) {
        double[] a = of.getFirst()
                .header()
                .map()
                .worldBox(of.getFirst().stats().census().box());
        double[] b = of.getLast()
                .header()
                .map()
                .worldBox(of.getLast().stats().census().box());
        int base = along.sign() > 0 ? along.axis() : along.axis() + 3;
        int top = along.sign() > 0 ? along.axis() + 3 : along.axis();
        double size = Math.abs(b[top] - b[base]);
        return Math.abs(b[base] - a[base]) < 0.05 * size && (b[top] - a[top]) * along.sign() > 0.1 * size;
    }

    /** Velocity against the way that the mass goes from frame to frame. */
    private void speed() {
        List<VolumeSurvey.Entry> v = survey.of("velocity");
        List<VolumeSurvey.Entry> m = survey.of("density");
        if (v.size() < 4 || m.size() != v.size()) {
            return;
        }
        VolumeSurvey.Entry first = m.getFirst();
        VolumeSurvey.Entry last = m.getLast();
        double seconds = (last.frame() - first.frame()) / scene.stage().rate().perSecond();
        double way = 0;
        for (int a = 0; a < 3; a++) {
            way += Math.pow(last.centre()[a] - first.centre()[a], 2);
        }
        double told = 0;
        for (VolumeSurvey.Entry e : v) {
            told += e.stats().magnitude() / Math.max(1, e.stats().census().activeVoxels()) / v.size();
        }
        double moved = Math.sqrt(way) / seconds;
        double rate = scene.stage().rate().perSecond();
        if (moved > 0 && told > 0 && told < moved / rate * 3 && told > moved / rate / 3) {
            out.add(Finding.of("velocity-per-frame", Severity.DRIFTS, Topic.VOLUMES)
                    .says(
                            say("core.volume.check.VolumeDeepRules.velocity-counts-per-frame"),
                            say(
                                    "core.volume.check.VolumeDeepRules.the-mass-moves-units-a-second",
                                    Figure.number(moved),
                                    Figure.number(told),
                                    Figure.number(rate)))
                    .measured(figure(moved / told, "×", "velocity", first.frame()))
                    .because(say("core.volume.check.VolumeDeepRules.the-field-is-in-units-per"))
                    .mendedBy(ChangeGrids.multiply("velocity", rate)));
        }
    }

    /** Whether a camera's clip planes cut the volume. */
    private void camera(String name, List<VolumeSurvey.Entry> of) {
        if (!name.equals(volume.gridNames().getFirst())) {
            return;
        }
        Pose pose = new Pose(scene);
        Clip clip = scene.clips().isEmpty() ? null : scene.clips().getFirst();
        for (int i = 0; i < scene.nodes().size(); i++) {
            if (scene.nodes().get(i).kind() != NodeKind.CAMERA) {
                continue;
            }
            Camera cam = scene.cameras().get(scene.nodes().get(i).payload());
            for (VolumeSurvey.Entry e : of) {
                pose.at(clip, scene.stage().rate().seconds(e.frame()));
                Matrix4d view = new Matrix4d(pose.world(i)).invert();
                double[] b = e.header().map().worldBox(e.stats().census().box());
                double near = Double.POSITIVE_INFINITY;
                double far = Double.NEGATIVE_INFINITY;
                for (int c = 0; c < 8; c++) {
                    Vector3d p = view.transformPosition(
                            new Vector3d(b[(c & 1) == 0 ? 0 : 3], b[(c & 2) == 0 ? 1 : 4], b[(c & 4) == 0 ? 2 : 5]));
                    near = Math.min(near, -p.z);
                    far = Math.max(far, -p.z);
                }
                if (far > cam.far() || near < cam.near() && far > cam.near()) {
                    boolean behind = far > cam.far();
                    double cut = behind ? far - cam.far() : cam.near() - near;
                    out.add(Finding.of("volume-clipped", Severity.DRIFTS, Topic.VOLUMES)
                            .says(
                                    say("core.volume.check.VolumeDeepRules.the-camera-clips-the-volume"),
                                    say(
                                            "core.volume.check.VolumeDeepRules.in-frame-reaches-from-to-units",
                                            e.frame(),
                                            name,
                                            Figure.number(near),
                                            Figure.number(far),
                                            cam.name(),
                                            Figure.number(cam.near()),
                                            Figure.number(cam.far())))
                            .measured(figure(cut * scene.stage().metersPerUnit(), "m", name, e.frame())));
                    return;
                }
            }
        }
    }
}
