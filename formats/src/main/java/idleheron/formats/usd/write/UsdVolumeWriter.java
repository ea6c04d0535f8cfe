package idleheron.formats.usd.write;

import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.formats.openvdb.VdbSequence;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** A volume as a Volume prim with a field for each grid, whose files lie beside the layer. */
public final class UsdVolumeWriter {
    private UsdVolumeWriter() {}

    /** Name pattern of the files that go with a volume. */
    public static String pattern(Volume v) {
        return UsdNames.plain(v.name()) + (v.frames().size() > 1 ? ".####.vdb" : ".vdb");
    }

    private static String file(Volume v, Volume.Frame f) {
        String pattern = pattern(v);
        return pattern.contains("#") ? VdbSequence.fileName(pattern, f.number(), 4) : pattern;
    }

    static Spec write(Volume v, String above, Set<String> taken) {
        Spec out = UsdBuild.named(Spec.prim(UsdNames.free(v.name(), taken), Specifier.DEF, "Volume"), v.name());
        Set<String> grids = new LinkedHashSet<>();
        v.sound().forEach(f -> v.headers(f).stream().map(GridHeader::name).forEach(grids::add));
        Set<String> names = new java.util.HashSet<>();
        for (String grid : grids) {
            Spec field =
                    Spec.prim(UsdNames.free(grid.isEmpty() ? "field" : grid, names), Specifier.DEF, "OpenVDBAsset");
            field.add(UsdBuild.attribute("fieldName", "token", TextValue.token(grid)));
            Spec path = Spec.attribute("filePath", "asset", false);
            List<Value> assets = new ArrayList<>();
            List<Double> times = new ArrayList<>();
            for (Volume.Frame f : v.sound()) {
                assets.add(TextValue.asset("./" + file(v, f)));
                times.add((double) f.number());
            }
            if (assets.size() == 1) {
                path.with(Field.DEFAULT, assets.getFirst());
            } else {
                path.with(
                        Field.TIME_SAMPLES,
                        TimeSamples.of(times.stream().mapToDouble(d -> d).toArray(), assets));
            }
            field.add(path);
            out.add(field);
            out.add(Spec.relationship("field:" + field.name(), List.of(above + "/" + out.name() + "/" + field.name())));
        }
        return out;
    }
}
