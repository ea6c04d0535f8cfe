package idleheron.formats.usd.read;

import idleheron.formats.usd.compose.ComposedPrim;
import java.util.Set;

/**
 * Which prims of a stage are a cache: a branch without skeletons, lights and volumes that holds meshes whose points move, curves,
 * points or instances.
 */
final class UsdCached {
    private UsdCached() {}

    /** Adds the paths of the branches' prims and of all above them. */
    static void gather(ComposedPrim p, Set<String> out) {
        if (!p.isThere() || !holdsCache(p)) {
            return;
        }
        if (UsdRead.ownTruth(p, "cache") || !holdsOther(p)) {
            all(p, out);
            for (ComposedPrim at = p.parent(); at != null; at = at.parent()) {
                out.add(at.path());
            }
            return;
        }
        p.children().forEach(c -> gather(c, out));
    }

    private static void all(ComposedPrim p, Set<String> out) {
        out.add(p.path() + "/");
        out.add(p.path());
        p.children().forEach(c -> all(c, out));
    }

    /** Whether a prim and all under it belong to the cache alone. */
    static boolean isWhole(ComposedPrim p, Set<String> cached) {
        return cached.contains(p.path() + "/");
    }

    private static boolean holdsCache(ComposedPrim p) {
        String type = p.typeName();
        boolean here = UsdRead.ownTruth(p, "cache")
                || type.equals("BasisCurves")
                || type.equals("Points")
                || type.equals("PointInstancer")
                || type.equals("Mesh")
                        && (UsdRead.moving(p.property("points")) != null
                                || UsdRead.moving(p.property("faceVertexIndices")) != null)
                || p.isInstance() && !p.repeats().isEmpty();
        return here || p.children().stream().anyMatch(UsdCached::holdsCache);
    }

    private static boolean holdsOther(ComposedPrim p) {
        String type = p.typeName();
        return type.equals("Skeleton")
                || type.equals("Volume")
                || UsdOptics.isLight(type)
                || p.children().stream().anyMatch(UsdCached::holdsOther);
    }
}
