package idleheron.formats.fbx.parts;

import static idleheron.core.Messages.say;

import idleheron.core.scene.Lost.What;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxNames;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.spi.Salvage;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What follows for the objects that are whole from those that are not: what hung on them, what they moved, where they stood.
 * Follows the connections, for these name what is gone by its number; where connections are gone themselves, all is in doubt
 * that they could have told.
 */
public final class FbxAftermath {
    private static final Set<String> MOVING =
            Set.of("AnimationStack", "AnimationLayer", "AnimationCurveNode", "AnimationCurve");

    private final FbxDocument document;
    private final Set<String> harmed;
    private final Salvage salvage;
    private final Map<Long, FbxRecord> objects = new LinkedHashMap<>();
    private final Map<Long, List<Long>> below = new HashMap<>();
    private final Set<Long> placed = new HashSet<>();
    private final Set<Long> shown = new HashSet<>();

    private FbxAftermath(FbxDocument document, Set<String> harmed, Salvage salvage) {
        this.document = document;
        this.harmed = harmed;
        this.salvage = salvage;
    }

    /**
     * Tells what is in doubt.
     *
     * @param document of version 7, with what is whole
     * @param harmed what is not whole of the document itself
     * @param old whether it was of version 6, whose connections go by names
     * @return the document, with a node of its own for each mesh that lost its node
     */
    public static FbxDocument follow(FbxDocument document, Set<String> harmed, boolean old, Salvage salvage) {
        FbxAftermath a = new FbxAftermath(document, harmed, salvage);
        a.sections(old);
        a.gather();
        a.connections();
        a.skins();
        a.nodes();
        return a.housed();
    }

    private void sections(boolean old) {
        if (harmed.contains("GlobalSettings")) {
            all(What.STAGE, say("formats.fbx.parts.FbxAftermath.the-declarations-are-gone-the-usual"));
            all(What.CLIP, say("formats.fbx.parts.FbxAftermath.the-frame-rate-is-gone"));
        }
        if (harmed.contains("FBXHeaderExtension")) {
            all(What.CLIP, say("formats.fbx.parts.FbxAftermath.the-length-of-a-tick-may"));
        }
        if (harmed.contains("Definitions")) {
            all(What.NODE, say("formats.fbx.parts.FbxAftermath.the-usual-values-of-what-is"));
            all(What.CLIP, say("formats.fbx.parts.FbxAftermath.the-usual-values-of-what-is"));
        }
        if (harmed.contains("Connections") || old) {
            String why = old
                    ? say("formats.fbx.parts.FbxAftermath.connections-go-by-names-which-do")
                    : say("formats.fbx.parts.FbxAftermath.connections-are-gone");
            for (What w : new What[] {What.SKIN, What.SHAPES, What.MATERIAL, What.CLIP}) {
                all(w, why);
            }
            if (old) {
                all(What.NODE, why);
            }
        }
        if (old && harmed.contains("Takes")) {
            all(What.CLIP, say("formats.fbx.parts.FbxAftermath.takes-are-gone"));
        }
    }

    private void all(What what, String why) {
        salvage.lost(what, "", "", why);
    }

    private void gather() {
        FbxRecord all = document.record("Objects");
        if (all != null) {
            for (FbxRecord r : all.children()) {
                if (r.value(0) instanceof FbxValue.Int64) {
                    objects.putIfAbsent(r.integer(0, 0), r);
                }
            }
        }
    }

    private String kind(long id) {
        FbxRecord r = objects.get(id);
        return r == null ? "" : r.name();
    }

    private String name(long id) {
        FbxRecord r = objects.get(id);
        return r == null ? "" : FbxNames.plain(r.text(1));
    }

    private boolean isGone(long id) {
        return id != 0 && !objects.containsKey(id);
    }

    private void connections() {
        FbxRecord all = document.record("Connections");
        for (FbxRecord c : all == null ? List.<FbxRecord>of() : all.children()) {
            long source = c.integer(1, -1);
            long target = c.integer(2, -1);
            below.computeIfAbsent(target, k -> new ArrayList<>()).add(source);
            boolean plain = !c.text(0).equals("OP");
            if (kind(source).equals("Model")
                    && plain
                    && (target == 0 || kind(target).equals("Model"))) {
                placed.add(source);
            }
            if (kind(source).equals("Geometry") && kind(target).equals("Model")) {
                shown.add(source);
            }
            if (!isGone(source) && !isGone(target)) {
                continue;
            }
            String kept = isGone(source) ? kind(target) : kind(source);
            String other = isGone(source) ? name(target) : name(source);
            FbxRecord stands = objects.get(isGone(source) ? target : source);
            boolean shape = stands != null && stands.text(2).startsWith("BlendShape");
            if (!plain || MOVING.contains(kept) || shape) {
                all(What.CLIP, say("formats.fbx.parts.FbxAftermath.some-of-what-moves-or-of"));
            }
            if (kept.equals("Material") || kept.equals("Texture") || kept.equals("Video")) {
                all(What.MATERIAL, say("formats.fbx.parts.FbxAftermath.something-of-is-gone", other));
            } else if (kept.equals("Model") && isGone(source)) {
                all(What.MATERIAL, say("formats.fbx.parts.FbxAftermath.something-that-hung-on-is-gone", other));
                salvage.lost(
                        What.PART, "", "", say("formats.fbx.parts.FbxAftermath.something-that-hung-on-is-gone", other));
            }
        }
    }

    /** A skin or shapes of which anything is gone. */
    private void skins() {
        objects.forEach((id, r) -> {
            if (r.name().equals("Geometry") && reachesGone(id, 0)) {
                salvage.lost(What.SKIN, name(id), "", say("formats.fbx.parts.FbxAftermath.some-of-what-binds-it-is"));
                salvage.lost(
                        What.SHAPES, name(id), "", say("formats.fbx.parts.FbxAftermath.some-of-what-shapes-it-is"));
            }
        });
    }

    private boolean reachesGone(long id, int depth) {
        for (long b : below.getOrDefault(id, List.of())) {
            if (isGone(b) || depth < 4 && !kind(b).equals("Model") && reachesGone(b, depth + 1)) {
                return true;
            }
        }
        return false;
    }

    /** A node whose place is unknown: what it hung under is gone, or the connection that told. */
    private void nodes() {
        Set<Long> hung = new HashSet<>();
        below.forEach((target, sources) -> {
            if (isGone(target)) {
                hung.addAll(sources);
            }
        });
        objects.forEach((id, r) -> {
            if (r.name().equals("Model")
                    && !placed.contains(id)
                    && (harmed.contains("Connections") || hung.contains(id))) {
                salvage.lost(What.NODE, name(id), "", say("formats.fbx.parts.FbxAftermath.its-parent-is-gone"));
            }
        });
    }

    /** Meshes whose node is gone get one. */
    private FbxDocument housed() {
        List<FbxRecord> homes = new ArrayList<>();
        List<FbxRecord> links = new ArrayList<>();
        long next = objects.keySet().stream().mapToLong(Long::longValue).max().orElse(0) + 1;
        for (Map.Entry<Long, FbxRecord> e : objects.entrySet()) {
            FbxRecord r = e.getValue();
            if (!r.name().equals("Geometry") || !r.text(2).equals("Mesh") || shown.contains(e.getKey())) {
                continue;
            }
            String name = name(e.getKey()).isEmpty() ? "mesh" : name(e.getKey());
            homes.add(FbxRecord.scope(
                    "Model",
                    List.of(new FbxValue.Int64(next), new FbxValue.Text(name + "\0\1Model"), FbxBuild.text("Mesh")),
                    List.of()));
            links.add(link(next, 0));
            links.add(link(e.getKey(), next));
            salvage.lost(What.NODE, name, "", say("formats.fbx.parts.FbxAftermath.where-this-mesh-stood-is-gone"));
            next++;
        }
        return homes.isEmpty() ? document : with(homes, links);
    }

    private static FbxRecord link(long source, long target) {
        return FbxRecord.leaf("C", FbxBuild.text("OO"), new FbxValue.Int64(source), new FbxValue.Int64(target));
    }

    private FbxDocument with(List<FbxRecord> homes, List<FbxRecord> links) {
        List<FbxRecord> top = new ArrayList<>(document.records());
        top.removeIf(r -> r.name().equals("Objects") || r.name().equals("Connections"));
        top.add(joined("Objects", homes));
        top.add(joined("Connections", links));
        return new FbxDocument(document.version(), document.text(), top, null, document.notes());
    }

    private FbxRecord joined(String section, List<FbxRecord> more) {
        FbxRecord there = document.record(section);
        List<FbxRecord> all = new ArrayList<>(there == null ? List.of() : there.children());
        all.addAll(more);
        return FbxRecord.scope(section, List.of(), all);
    }
}
