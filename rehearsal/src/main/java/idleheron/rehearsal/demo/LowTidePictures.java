package idleheron.rehearsal.demo;

import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.formats.pictures.PictureWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleBinaryOperator;

/**
 * Pictures for the postwoman, drawn by code. Oilskin is sound; its normals have their green the wrong way; the scarf's alpha was
 * filled with next to nothing by mistake; the satchel's is called otherwise than it is linked.
 */
final class LowTidePictures {
    static final String OILSKIN = "oilskin.png";
    static final String NORMALS = "oilskin_normal.png";
    static final String SCARF = "scarf.png";
    /** What the file of the satchel's picture is called; it is linked as satchel.png. */
    static final String SATCHEL = "satchel_color.png";

    private static final int SIDE = 256;
    /** How many wide welts there are around, and rows of rain up. */
    private static final int WELTS = 8;

    private LowTidePictures() {}

    static void write(Path folder) throws IOException {
        put(folder.resolve(OILSKIN), SIDE, LowTidePictures::oilskin);
        put(folder.resolve(NORMALS), SIDE, LowTidePictures::normals);
        put(folder.resolve(SCARF), SIDE, LowTidePictures::scarf);
        put(folder.resolve(SATCHEL), SIDE / 4, LowTidePictures::leather);
    }

    /** A texel of a picture, 0xAARRGGBB, x to the right and y down, 0 to 1. */
    private interface Drawing {
        int at(double x, double y);
    }

    private static void put(Path file, int side, Drawing d) throws IOException {
        if (Files.exists(file)) {
            return;
        }
        int[] argb = new int[side * side];
        for (int y = 0; y < side; y++) {
            for (int x = 0; x < side; x++) {
                argb[y * side + x] = d.at((x + 0.5) / side, (y + 0.5) / side);
            }
        }
        Files.write(file, PictureWriter.png(side, side, argb));
    }

    /** The postwoman with links to them. */
    static Scene on(Scene woman) {
        List<Texture> textures = new ArrayList<>(woman.textures());
        int first = textures.size();
        for (String file : List.of(OILSKIN, NORMALS, SCARF)) {
            textures.add(new Texture(file.substring(0, file.indexOf('.')), file, file, true));
        }
        List<Material> materials = new ArrayList<>();
        for (Material m : woman.materials()) {
            List<Material.Use> uses = new ArrayList<>(m.uses());
            if (m.name().equals("oilskin")) {
                uses.add(new Material.Use(Material.DIFFUSE, first));
                uses.add(new Material.Use("NormalMap", first + 1));
            } else if (m.name().equals("scarf")) {
                uses.add(new Material.Use(Material.DIFFUSE, first + 2));
                uses.add(new Material.Use("TransparentColor", first + 2));
            }
            materials.add(new Material(m.name(), m.model(), m.diffuse(), m.opacity(), uses, m.properties()));
        }
        return woman.withTextures(textures).withMaterials(materials);
    }

    /** How high the cloth stands: quilted between welts, with runs of rain. */
    private static double height(double x, double y) {
        double quilt =
                Math.abs(Math.sin(Math.PI * WELTS * x)) * 0.6 + Math.abs(Math.sin(Math.PI * 2 * WELTS * y)) * 0.4;
        return Math.sqrt(quilt);
    }

    private static int oilskin(double x, double y) {
        double h = height(x, y);
        double rain = 0.06 * Math.sin(2 * Math.PI * (3 * x + Math.sin(2 * Math.PI * 5 * y) * 0.2));
        double band = Math.abs(y - 0.42) < 0.018 ? 0.35 : 0; // a band that shines at night
        double light = 0.72 + 0.28 * h + rain;
        return rgb(0.84 * light + band, 0.64 * light + band, 0.22 * light + 1.6 * band);
    }

    /** Leaning by the slope of the height; green tells it downward, where upward is usual. */
    private static int normals(double x, double y) {
        double dx = slope(t -> height(t, y), x);
        double dy = slope(t -> height(x, t), y);
        double l = Math.sqrt(dx * dx + dy * dy + 1);
        return rgb(0.5 - 0.5 * dx / l, 0.5 - 0.5 * dy / l, 0.5 + 0.5 / l);
    }

    private static double slope(java.util.function.DoubleUnaryOperator of, double at) {
        return 0.03 * (of.applyAsDouble(at + 0.5 / SIDE) - of.applyAsDouble(at - 0.5 / SIDE)) * SIDE;
    }

    private static int scarf(double x, double y) {
        boolean stripe = Math.floorMod((int) Math.floor(y * 40), 4) < 2;
        DoubleBinaryOperator knit =
                (a, b) -> 0.85 + 0.15 * Math.sin(2 * Math.PI * 64 * a) * Math.sin(2 * Math.PI * 64 * b);
        double k = knit.applyAsDouble(x, y);
        int c = stripe ? rgb(0.70 * k, 0.26 * k, 0.20 * k) : rgb(0.90 * k, 0.84 * k, 0.70 * k);
        return c & 0xFFFFFF | 5 << 24;
    }

    private static int leather(double x, double y) {
        double grain = 0.9
                + 0.06 * Math.sin(2 * Math.PI * (17 * x + 3 * Math.sin(2 * Math.PI * 4 * y)))
                + 0.04 * Math.sin(2 * Math.PI * (23 * y + 2 * Math.sin(2 * Math.PI * 6 * x)));
        return rgb(0.50 * grain, 0.31 * grain, 0.18 * grain);
    }

    private static int rgb(double r, double g, double b) {
        return 0xFF000000 | part(r) << 16 | part(g) << 8 | part(b);
    }

    private static int part(double v) {
        return (int) Math.rint(255 * Math.clamp(v, 0, 1));
    }
}
