package idleheron.core.remedy.material;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import java.util.ArrayList;
import java.util.List;

/**
 * Puts a picture on a material: it drives one property, and one that did so makes place for it and lies where that lay.
 *
 * @param material its name; of several of that name all
 * @param property "DiffuseColor", "NormalMap"
 * @param path of the picture's file, relative to the scene's file, with strokes
 */
public record PutPicture(String material, String property, String path) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "put-picture",
                    PutPicture.class,
                    Keeps.PICTURE,
                    say("core.remedy.material.PutPicture.puts-a-picture-on-a-material"))
            .told(
                    "=MATERIAL:PROPERTY:PATH",
                    v -> new PutPicture(
                            v.first().text(),
                            v.second("").first().text(),
                            v.second("").second("").text()))
            .measured(
                    say("core.remedy.material.PutPicture.pictures-on-materials"),
                    s -> Integer.toString(s.materials().stream()
                            .mapToInt(m -> m.uses().size())
                            .sum()));

    public PutPicture {
        if (material.isBlank() || property.isBlank() || path.isBlank()) {
            throw new IllegalArgumentException(
                    say("core.remedy.material.PutPicture.put-picture-needs-a-material-a", material, property, path));
        }
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    private String fileName() {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    @Override
    public String title() {
        return say("core.remedy.material.PutPicture.put-on", fileName(), material);
    }

    @Override
    public String describe() {
        return say("core.remedy.material.PutPicture.links-to-of", path, property, material);
    }

    @Override
    public Scene apply(Scene scene) {
        List<Texture> textures = new ArrayList<>(scene.textures());
        List<Material> materials = new ArrayList<>(scene.materials());
        for (int i = 0; i < materials.size(); i++) {
            if (materials.get(i).name().equals(material)) {
                materials.set(i, put(materials.get(i), textures));
            }
        }
        return materials.equals(scene.materials())
                ? scene
                : scene.withTextures(textures).withMaterials(materials);
    }

    private Material put(Material m, List<Texture> textures) {
        List<Material.Use> uses = new ArrayList<>(m.uses());
        for (int i = 0; i < uses.size(); i++) {
            Material.Use u = uses.get(i);
            if (u.property().equals(property)) {
                String set = u.texture() < 0 ? "" : textures.get(u.texture()).uvSet();
                uses.set(i, u.withTexture(index(textures, set)));
                return with(m, uses);
            }
        }
        boolean bare = uses.isEmpty() || uses.getFirst().texture() < 0;
        String set = bare ? "" : textures.get(uses.getFirst().texture()).uvSet();
        Placement lies = bare ? Placement.PLAIN : uses.getFirst().placement();
        uses.add(new Material.Use(property, index(textures, set), lies));
        return with(m, uses);
    }

    private static Material with(Material m, List<Material.Use> uses) {
        return new Material(m.name(), m.model(), m.diffuse(), m.opacity(), uses, m.properties());
    }

    /** Of the picture on a set of coordinates; it is added where there is none. */
    private int index(List<Texture> textures, String uvSet) {
        for (int i = 0; i < textures.size(); i++) {
            Texture t = textures.get(i);
            boolean same = t.content() == null
                    ? t.relative().equals(path) || t.path().equals(path)
                    : t.fileName().equals(fileName());
            if (same && t.uvSet().equals(uvSet)) {
                return i;
            }
        }
        String name = fileName();
        int dot = name.lastIndexOf('.');
        textures.add(new Texture(dot > 0 ? name.substring(0, dot) : name, path, path, true).withUvSet(uvSet));
        return textures.size() - 1;
    }
}
