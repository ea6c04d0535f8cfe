package idleheron.formats.usd.checks;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.OpaqueData;
import idleheron.core.scene.Scene;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.read.UsdKeepsake;
import idleheron.formats.usd.write.UsdBuild;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Says of every mesh how it is subdivided.
 *
 * @param scheme "none", "catmullClark", "loop" or "bilinear"
 */
public record SetSubdivision(String scheme) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "set-subdivision",
                    SetSubdivision.class,
                    Keeps.PICTURE,
                    say("formats.usd.checks.SetSubdivision.writes-on-every-mesh-of-a"))
            .told("[=SCHEME]", v -> new SetSubdivision(v.or("none")))
            .measured("meshes", s -> Integer.toString(s.meshes().size()));

    static final String ATTRIBUTE = "subdivisionScheme";
    private static final Set<String> SCHEMES = Set.of("none", "catmullClark", "loop", "bilinear");

    public SetSubdivision {
        if (!SCHEMES.contains(scheme)) {
            throw new IllegalArgumentException(
                    say("formats.usd.checks.SetSubdivision.no-subdivision-scheme-expected-none-catmullclark", scheme));
        }
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return scheme.equals("none")
                ? say("formats.usd.checks.SetSubdivision.say-that-meshes-are-polygons")
                : say("formats.usd.checks.SetSubdivision.say-that-meshes-are-subdivided");
    }

    @Override
    public String describe() {
        return say("formats.usd.checks.SetSubdivision.writes-the-subdivision-scheme-on-every", scheme);
    }

    @Override
    public Scene apply(Scene scene) {
        Map<String, OpaqueData> all = new LinkedHashMap<>();
        List<OpaqueData> others = new ArrayList<>();
        for (OpaqueData k : scene.keepsakes()) {
            if (k instanceof UsdKeepsake u) {
                all.put(u.name(), u);
            } else {
                others.add(k);
            }
        }
        for (int n = 0; n < scene.nodes().size(); n++) {
            if (scene.nodes().get(n).kind() == NodeKind.MESH) {
                String path = scene.path(n);
                Spec spec = all.get(path) instanceof UsdKeepsake u
                        ? u.spec().copy(u.spec().name())
                        : new Spec(Spec.Type.PRIM, scene.nodes().get(n).name());
                spec.add(UsdBuild.uniform(ATTRIBUTE, "token", TextValue.token(scheme)));
                all.put(path, new UsdKeepsake(path, spec));
            }
        }
        others.addAll(all.values());
        return scene.withKeepsakes(others);
    }
}
