package idleheron.formats.usd.read;

import static idleheron.core.Messages.say;

import idleheron.core.math.Matrices;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.Volume;
import idleheron.formats.openvdb.VdbSequence;
import idleheron.formats.usd.compose.Assets;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.compose.Opinion;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * A Volume prim: {@code field:NAME} leads to an OpenVDBAsset, whose {@code filePath} names a file, or one per time code. The
 * fields of a volume are taken to lie in the same files.
 */
final class UsdVolumeReader {
    private UsdVolumeReader() {}

    /** @param world where the prim stands */
    static @Nullable Volume read(ComposedPrim p, Matrix4dc world, Assets assets, List<String> notes)
            throws IOException {
        Map<Integer, Path> files = new TreeMap<>();
        for (String name : p.propertyNames()) {
            if (!name.startsWith("field:")) {
                continue;
            }
            for (String target : UsdRead.targets(p, name)) {
                ComposedPrim field = p.find(target);
                ComposedProperty path = field == null ? null : field.property("filePath");
                if (path == null) {
                    notes.add(
                            say("formats.usd.read.UsdVolumeReader.leads-to-where-there-is-no", p.path(), name, target));
                } else {
                    files(path, assets, files);
                }
            }
        }
        List<Volume.Frame> frames = new ArrayList<>();
        for (Map.Entry<Integer, Path> f : files.entrySet()) {
            frames.add(VdbSequence.frame(f.getValue(), f.getKey()));
        }
        if (frames.isEmpty()) {
            return null;
        }
        Volume out = new Volume(UsdRead.name(p), frames.size() > 1 ? 4 : 0, frames, List.of());
        return Matrices.difference(world, new Matrix4d()) < 1e-12
                ? out
                : out.with(new GridChange.Place(Matrices.rows(world)));
    }

    private static void files(ComposedProperty path, Assets assets, Map<Integer, Path> out) {
        Opinion told = path.source();
        String from = told == null
                ? path.opinions().getFirst().layer().id()
                : told.layer().id();
        TimeSamples t = path.samplesOrClips();
        if (t == null || t.count() == 0) {
            if (path.fixed() instanceof TextValue w && !w.first().isEmpty()) {
                out.putIfAbsent(0, Path.of(assets.resolve(from, w.first())));
            }
            return;
        }
        for (int i = 0; i < t.count(); i++) {
            if (t.value(i) instanceof TextValue w && !w.first().isEmpty()) {
                out.putIfAbsent((int) Math.round(t.times()[i]), Path.of(assets.resolve(from, w.first())));
            }
        }
    }
}
