package idleheron.formats.fbx.coding;

import static idleheron.core.Messages.say;

import idleheron.core.scene.Lost;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxNames;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.spi.Salvage;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Puts a document together from what is whole of a damaged one: records before a break, and from the next one after it on that
 * makes sense. An object is whole or not there; one that reaches into bytes that are doubtful is not there.
 */
public final class FbxRescue {
    /** After so many breaks the rest is given up. */
    private static final int MOST_BREAKS = 2000;

    private final FbxPieces pieces;
    private final Salvage salvage;
    private final List<FbxPieces.Piece> whole = new ArrayList<>();
    private final Map<FbxPieces.Piece, String> sections = new HashMap<>();
    private final Set<String> closed = new HashSet<>();
    private final Set<String> harmed = new HashSet<>();

    private FbxRescue(FbxPieces pieces, Salvage salvage) {
        this.pieces = pieces;
        this.salvage = salvage;
    }

    /**
     * @param document of what is whole
     * @param harmed sections and records beside them that are not whole: "Connections", "GlobalSettings"
     */
    public record Found(FbxDocument document, Set<String> harmed) {}

    /** What stands of a damaged file. */
    public static Found of(String file, MemorySegment bytes, Salvage salvage) throws FormatException {
        if (bytes.byteSize() < 64) {
            throw FormatException.in(
                    file, say("formats.fbx.coding.FbxRescue.at-least-64-bytes-to-rescue"), bytes.byteSize() + "");
        }
        byte[] head = bytes.asSlice(0, Math.min(bytes.byteSize(), 4096)).toArray(ValueLayout.JAVA_BYTE);
        if (!FbxBinaryReader.matches(head) && FbxTextReader.matches(head)) {
            salvage.noise(bytes);
            return new FbxRescue(new FbxTextPieces(file, bytes, salvage), salvage).found();
        }
        int told = bytes.get(idleheron.formats.bytes.ByteCursor.INT, FbxBinaryReader.MAGIC.length);
        if (FbxBinaryReader.matches(head) && told >= FbxBinaryReader.OLDEST && told <= FbxBinaryReader.NEWEST) {
            return new FbxRescue(new FbxBinaryPieces(file, bytes, told), salvage).found();
        }
        FbxPieces wide = new FbxBinaryPieces(file, bytes, 7500);
        FbxPieces narrow = new FbxBinaryPieces(file, bytes, 7400);
        long a = wide.next(27);
        long b = narrow.next(27);
        return new FbxRescue(a >= 0 && (b < 0 || a < b) ? wide : narrow, salvage).found();
    }

    /** Whether a record is an object, a connection or the like, rather than a part of one. */
    static boolean standsAlone(FbxRecord r) {
        if (r.name().equals("C") || r.name().equals("Connect")) {
            return r.values().size() >= 3 && r.text(0).startsWith("O");
        }
        if (r.name().equals("ObjectType") || r.name().equals("Take")) {
            return r.scope() && r.value(0) instanceof FbxValue.Text;
        }
        return isObject(r);
    }

    private static boolean isObject(FbxRecord r) {
        if (!r.scope()) {
            return false;
        }
        boolean counted = r.value(0) instanceof FbxValue.Int64
                && r.value(1) instanceof FbxValue.Text
                && r.value(2) instanceof FbxValue.Text;
        String title = r.text(0);
        boolean titled = (title.contains("::") || title.contains("\0\1")) && r.value(1) instanceof FbxValue.Text;
        return counted || titled;
    }

    private Found found() throws FormatException {
        walk();
        List<FbxRecord> top = new ArrayList<>();
        Map<String, List<FbxRecord>> inside = new HashMap<>();
        for (FbxPieces.Piece p : whole) {
            FbxRecord r = p.record();
            if (r == null) {
                continue;
            }
            String section = java.util.Objects.requireNonNullElse(sections.get(p), "");
            if (salvage.doubts(p.from(), p.to())) {
                gone(section, p.from(), p.to());
            } else if (section.isEmpty()) {
                top.add(r);
            } else {
                inside.computeIfAbsent(section, s -> new ArrayList<>()).add(r);
            }
        }
        for (String s : List.of("Definitions", "Objects", "Connections", "Takes")) {
            if (!closed.contains(s) && !s.equals("Takes")) {
                harmed.add(s);
            }
            if (inside.containsKey(s)) {
                top.add(FbxRecord.scope(s, List.of(), inside.get(s)));
            }
        }
        for (String s : List.of("GlobalSettings", "FBXHeaderExtension")) {
            boolean there = top.stream().anyMatch(r -> r.name().equals(s))
                    || inside.getOrDefault("Objects", List.of()).stream()
                            .anyMatch(r -> r.name().equals(s));
            if (!there) {
                harmed.add(s);
            }
        }
        return new Found(new FbxDocument(pieces.version(), pieces.isText(), top, null, List.of()), harmed);
    }

    private void walk() throws FormatException {
        String section = "";
        boolean broke = false;
        int breaks = 0;
        long p = pieces.begin();
        while (p < pieces.size()) {
            FbxPieces.Piece piece;
            try {
                piece = pieces.at(p);
            } catch (FormatException | RuntimeException e) {
                long next = ++breaks > MOST_BREAKS ? -1 : pieces.next(p);
                long to = next < 0 ? pieces.size() : next;
                boolean cut = next < 0 && pieces.runsOut(p);
                FbxPieces.Piece before = whole.isEmpty() ? null : whole.getLast();
                if (!cut && before != null && before.to() == p && !pieces.endsFirmly(p)) {
                    salvage.doubt(before.from(), p); // damage may begin in its last value without being felt there
                }
                FbxRecord surface = pieces.surface(p);
                if (surface != null) {
                    FbxPieces.Piece part = new FbxPieces.Piece(surface, "", p, p);
                    sections.put(part, "Objects");
                    whole.add(part);
                    String name = FbxNames.plain(surface.text(1));
                    salvage.lost(
                            Lost.What.LAYERS,
                            name,
                            Salvage.bytes(p, to),
                            say("formats.fbx.coding.FbxRescue.only-its-surface-stood-before-the"));
                    salvage.lost(
                            Lost.What.MATERIAL,
                            "",
                            "",
                            say("formats.fbx.coding.FbxRescue.the-faces-materials-of-are-gone", name));
                } else {
                    gone(section, p, to);
                }
                broke = true;
                p = to;
                continue;
            }
            if (piece.record() != null) {
                section = section(piece.record(), section);
                sections.put(piece, section);
                whole.add(piece);
            } else if (!piece.section().isEmpty()) {
                section = piece.section();
                broke = salvage.doubts(piece.from(), piece.to());
            } else if (section.isEmpty()) {
                long next = pieces.next(p);
                piece = new FbxPieces.Piece(null, "", p, next < 0 ? pieces.size() : next);
            } else {
                if (!broke) {
                    closed.add(section);
                }
                section = "";
                broke = false;
            }
            p = Math.max(p + 1, piece.to());
        }
    }

    /** Where a record belongs, after the section that was open. */
    private static String section(FbxRecord r, String open) {
        return switch (r.name()) {
            case "C", "Connect" -> "Connections";
            case "ObjectType" -> "Definitions";
            case "Take" -> "Takes";
            default ->
                open.isEmpty() && isObject(r)
                        ? "Objects"
                        : !open.equals("Objects") && FbxPieces.BESIDES.contains(r.name()) ? "" : open;
        };
    }

    private void gone(String section, long from, long to) {
        String[] label = pieces.label(from);
        String place = Salvage.bytes(from, to);
        if (section.isEmpty()) {
            harmed.add(label[0]);
        } else if (!section.equals("Objects")) {
            harmed.add(section);
        }
        Lost.What what = switch (label[0]) {
            case "Model" -> Lost.What.NODE;
            case "Geometry" -> Lost.What.MESH;
            case "Material" -> Lost.What.MATERIAL;
            default -> Lost.What.PART;
        };
        boolean named = what != Lost.What.PART && !label[1].isEmpty();
        String told = label[0].isEmpty() ? "records" : label[0] + (label[1].isEmpty() ? "" : " " + label[1]);
        salvage.lost(
                named ? what : Lost.What.PART,
                named ? label[1] : "",
                place,
                named
                        ? say("formats.fbx.coding.FbxRescue.its-record-is-damaged-or-beside")
                        : say("formats.fbx.coding.FbxRescue.damaged-or-beside-damage", told));
    }
}
