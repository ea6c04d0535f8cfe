package idleheron.formats.obj;

import static idleheron.core.Messages.say;

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
        out.add(new Outline("v", say("formats.obj.ObjOutline.points", doc.points().length / 3), "", 0, List.of()));
        out.add(new Outline("vt", say("formats.obj.ObjOutline.coordinates", doc.uvs().length / 2), "", 0, List.of()));
        out.add(new Outline("vn", say("formats.obj.ObjOutline.normals", doc.normals().length / 3), "", 0, List.of()));
        out.add(new Outline(
                "f",
                say("formats.obj.ObjOutline.faces-corners", doc.faceCount(), doc.cornerPoints().length),
                "",
                0,
                List.of()));
        for (ObjEvent e : doc.events()) {
            if (out.size() < MOST) {
                out.add(new Outline(
                        e.kind().word(),
                        say("formats.obj.ObjOutline.from-face", (e.face() + 1)),
                        e.text(),
                        0,
                        List.of()));
            }
        }
        return new Outline(doc.file(), say("formats.obj.ObjOutline.statements", out.size()), "", 0, out);
    }
}
