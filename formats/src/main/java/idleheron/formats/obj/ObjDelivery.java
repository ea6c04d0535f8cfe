package idleheron.formats.obj;

import idleheron.core.crossing.ExportSelection;
import idleheron.core.scene.Scene;
import idleheron.formats.disk.FileNames;
import idleheron.formats.obj.bridge.ObjSceneWriter;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Order;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/** Writes a text and, where there are materials, a library of the same name beside it. */
final class ObjDelivery {
    private ObjDelivery() {}

    private static Path main(Delivery delivery, Scene scene, Path target) {
        return delivery.files(scene, target).getFirst();
    }

    private static Path library(Path file) {
        return file.resolveSibling(FileNames.stem(file) + ".mtl");
    }

    static List<Path> files(Delivery delivery, Scene scene, Path target) {
        Path file = main(delivery, scene, target);
        return delivery.cargo().of(scene).materials().isEmpty() ? List.of(file) : List.of(file, library(file));
    }

    static List<Delivery.Part> deliver(Order order, SceneFormat format) throws IOException {
        Path file = main(order.delivery(), order.scene(), order.target());
        order.drafts().check(files(order.delivery(), order.scene(), order.target()));
        ExportSelection cargo = order.delivery().cargo();
        Path folder = Objects.requireNonNull(file.toAbsolutePath().getParent());
        PictureFiles.Travel travel = order.delivery()
                .travel(format, order.variant(), order.pictures().moves(folder));
        Scene packed = order.pictures().travel(cargo.of(order.scene()), travel, folder);
        SceneFormat.Form form = format.form(packed, order.variant());
        Scene scene = form.scene().withName(FileNames.stem(file));
        String library = ObjSceneWriter.library(scene, ObjFormat.GENERATOR);
        if (!library.isEmpty()) {
            Files.write(order.drafts().draft(library(file)), library.getBytes(StandardCharsets.UTF_8));
        }
        // the text is read back with its library and its pictures beside it
        order.drafts().place();
        SceneFormat.ReadScene back = order.draft(
                scene, file, format, order.variant(), order.progress().part(0, 0.6));
        List<String> told = new ArrayList<>(form.told());
        return List.of(order.delivery()
                .part(file, scene, back, order.progress().part(0.6, 1))
                .telling(String.join("; ", told)));
    }
}
