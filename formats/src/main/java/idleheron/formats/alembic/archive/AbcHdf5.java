package idleheron.formats.alembic.archive;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Outline;
import io.jhdf.HdfFile;
import io.jhdf.api.Attribute;
import io.jhdf.api.Dataset;
import io.jhdf.api.Group;
import io.jhdf.api.Node;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The older container of archives, HDF5: its groups, datasets and attributes can be looked through. How samples lie in them is
 * not described anywhere that could be held against a file, so that nothing is made of them.
 */
public final class AbcHdf5 {
    private static final int DEEPEST = 64;
    private static final int MOST = 200_000;
    private int met;

    private AbcHdf5() {}

    /** What such a file holds, for the message that tells that it is not read. */
    public static String tell(Path file) {
        try (HdfFile hdf = new HdfFile(file)) {
            AbcHdf5 walk = new AbcHdf5();
            long[] counts = new long[2];
            walk.count(hdf, counts, 0);
            return say("formats.alembic.archive.AbcHdf5.the-older-hdf5-container-with-groups", counts[0], counts[1]);
        } catch (RuntimeException e) {
            return say("formats.alembic.archive.AbcHdf5.the-mark-of-the-older-hdf5");
        }
    }

    private void count(Group g, long[] counts, int depth) {
        counts[0]++;
        for (Node n : g.getChildren().values()) {
            if (++met > MOST || depth > DEEPEST) {
                return;
            }
            if (n instanceof Group inner) {
                count(inner, counts, depth + 1);
            } else if (n instanceof Dataset) {
                counts[1]++;
            }
        }
    }

    /**
     * @throws FormatException when it is no sound HDF5 file
     */
    public static Outline outline(Path file, String name) throws FormatException {
        try (HdfFile hdf = new HdfFile(file)) {
            return new Outline(
                    name,
                    "HDF5",
                    say("formats.alembic.archive.AbcHdf5.the-older-container"),
                    0,
                    new AbcHdf5().parts(hdf, 0));
        } catch (RuntimeException e) {
            throw FormatException.in(
                    name, say("formats.alembic.archive.AbcHdf5.a-sound-hdf5-file"), String.valueOf(e.getMessage()), e);
        }
    }

    private List<Outline> parts(Group g, int depth) {
        List<Outline> out = new ArrayList<>();
        for (Attribute a : g.getAttributes().values()) {
            out.add(new Outline(a.getName(), "attribute", shown(a.getData()), 0, List.of()));
        }
        for (Node n : g.getChildren().values()) {
            if (++met > MOST || depth > DEEPEST) {
                return out;
            }
            if (n instanceof Group inner) {
                out.add(new Outline(n.getName(), "group", "", n.getAddress(), parts(inner, depth + 1)));
            } else if (n instanceof Dataset d) {
                String shape = Arrays.toString(d.getDimensions());
                out.add(new Outline(n.getName(), d.getJavaType().getSimpleName(), shape, n.getAddress(), List.of()));
            }
        }
        return out;
    }

    private static String shown(Object value) {
        return switch (value) {
            case int[] v -> Arrays.toString(v);
            case double[] v -> Arrays.toString(v);
            case Object[] v -> Arrays.toString(v);
            default -> String.valueOf(value);
        };
    }
}
