package idleheron.formats.obj;

import idleheron.formats.obj.document.ObjDocument;
import idleheron.formats.obj.document.ObjEvent;
import idleheron.formats.spi.Outline;
import java.util.ArrayList;
import java.util.List;

/** The statements of a text that hold from somewhere on, and what there is of points and faces. */
final class ObjOutline {
    private static final int MOST = 5000;

    private ObjOutline() {}

    static Outline of(ObjDocument doc) {
        List<Outline> out = new ArrayList<>();
        out.add(new Outline("v", doc.points().length / 3 + " points", "", 0, List.of()));
        out.add(new Outline("vt", doc.uvs().length / 2 + " coordinates", "", 0, List.of()));
        out.add(new Outline("vn", doc.normals().length / 3 + " normals", "", 0, List.of()));
        out.add(new Outline(
                "f", doc.faceCount() + " faces, " + doc.cornerPoints().length + " corners", "", 0, List.of()));
        for (ObjEvent e : doc.events()) {
            if (out.size() < MOST) {
                out.add(new Outline(e.kind().word(), "from face " + (e.face() + 1), e.text(), 0, List.of()));
            }
        }
        return new Outline(doc.file(), out.size() + " statements", "", 0, out);
    }
}
