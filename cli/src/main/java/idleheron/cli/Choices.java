package idleheron.cli;

import idleheron.core.inspect.Convention;
import idleheron.core.remedy.BakeScale;
import idleheron.core.remedy.ConvertStage;
import idleheron.core.remedy.DropJoints;
import idleheron.core.remedy.PlainTransforms;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.SingleRoot;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Scene;
import idleheron.rehearsal.Conventions;
import idleheron.rehearsal.StandIn;
import org.jspecify.annotations.Nullable;

/** Names on the command line to what they stand for. */
final class Choices {
    private Choices() {}

    static @Nullable Convention convention(@Nullable String code) {
        if (code == null) {
            return null;
        }
        Convention c = Conventions.named(code);
        if (c == null) {
            throw new UsageException("no convention " + code + "; there are "
                    + String.join(
                            ", ",
                            Conventions.all().stream().map(Convention::code).toList()));
        }
        return c;
    }

    static StandIn standIn(String code) {
        StandIn s = StandIn.named(code);
        if (s == null) {
            throw new UsageException("no stand-in " + code + "; there are "
                    + String.join(
                            ", ", StandIn.all().stream().map(StandIn::code).toList()));
        }
        return s;
    }

    static Remedy remedy(String code, @Nullable Convention convention) {
        return switch (code) {
            case "bake-scale" -> new BakeScale();
            case "drop-tips" -> DropJoints.all();
            case "single-root" -> new SingleRoot("");
            case "plain-transforms" -> new PlainTransforms(null);
            case "convert-stage" -> {
                if (convention == null) {
                    throw new UsageException("convert-stage needs --for CONVENTION");
                }
                yield new ConvertStage(convention.axes(), convention.metersPerUnit());
            }
            default ->
                throw new UsageException("no remedy " + code
                        + "; there are bake-scale, drop-tips, single-root, plain-transforms, convert-stage");
        };
    }

    static Clip clip(Scene scene, String name) {
        return scene.clips().stream()
                .filter(c -> c.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new UsageException("no clip " + name + "; there are "
                        + String.join(
                                ", ", scene.clips().stream().map(Clip::name).toList())));
    }
}
