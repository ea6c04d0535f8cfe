package idleheron.formats.usd.layer;

import java.util.ArrayList;
import java.util.List;

/** Paths as texts: {@code /a/b}, variants {@code /a{set=variant}b}, properties {@code /a/b.points}. */
public final class SpecPath {
    private SpecPath() {}

    /** Names and variant choices from the top: "a", "{set=variant}", "b". */
    public static List<String> parts(String path) {
        List<String> out = new ArrayList<>();
        int from = 0;
        int n = path.length();
        for (int i = 0; i < n; i++) {
            char c = path.charAt(i);
            if (c == '/') {
                add(out, path, from, i);
                from = i + 1;
            } else if (c == '{') {
                add(out, path, from, i);
                int end = path.indexOf('}', i);
                end = end < 0 ? n - 1 : end;
                out.add(path.substring(i, end + 1));
                i = end;
                from = end + 1;
            }
        }
        add(out, path, from, n);
        return out;
    }

    private static void add(List<String> out, String path, int from, int to) {
        if (to > from) {
            out.add(path.substring(from, to));
        }
    }

    /** Path of a child prim. */
    public static String child(String parent, String name) {
        return parent.equals("/") ? "/" + name : parent.endsWith("}") ? parent + name : parent + "/" + name;
    }

    /** The path of a variant of a set. */
    public static String variant(String prim, String set, String variant) {
        return prim + "{" + set + "=" + variant + "}";
    }

    /** "/a" of "/a/b", of "/a{s=v}" and of "/a{s=v}b" the part before the last name or choice; "/" of "/a". */
    public static String parent(String path) {
        if (path.endsWith("}")) {
            return path.substring(0, path.lastIndexOf('{'));
        }
        int slash = path.lastIndexOf('/');
        int brace = path.lastIndexOf('}');
        if (brace > slash) {
            return path.substring(0, brace + 1);
        }
        return slash <= 0 ? "/" : path.substring(0, slash);
    }

    /** The last name. */
    public static String name(String path) {
        return path.substring(Math.max(path.lastIndexOf('/'), path.lastIndexOf('}')) + 1);
    }

    /** Without variant choices. */
    public static String stripped(String path) {
        int brace = path.indexOf('{');
        if (brace < 0) {
            return path;
        }
        StringBuilder out = new StringBuilder();
        for (String p : parts(path)) {
            if (!p.startsWith("{")) {
                out.append('/').append(p);
            }
        }
        return out.isEmpty() ? "/" : out.toString();
    }

    /** Whether {@code path} is {@code top} or lies under it: prims, variants or properties. */
    public static boolean isUnder(String path, String top) {
        if (top.equals("/") || path.equals(top)) {
            return true;
        }
        return path.startsWith(top) && (top.endsWith("}") || "/.{[".indexOf(path.charAt(top.length())) >= 0);
    }

    /** With {@code from} at its start replaced by {@code to}; {@link #isUnder} must hold. */
    public static String moved(String path, String from, String to) {
        if (path.equals(from)) {
            return to;
        }
        String rest = from.equals("/") ? path : path.substring(from.length());
        if (to.equals("/")) {
            return rest.startsWith("/") ? rest : "/" + rest;
        }
        if (to.endsWith("}") && rest.startsWith("/")) {
            return to + rest.substring(1);
        }
        if (from.endsWith("}") && !rest.startsWith(".") && !rest.startsWith("{")) {
            return to + (to.endsWith("}") ? "" : "/") + rest;
        }
        return to + rest;
    }

    /** The prim of a property's path. */
    public static String primOf(String path) {
        int dot = dot(path);
        return dot < 0 ? path : path.substring(0, dot);
    }

    /** The property's name of a path, or "". */
    public static String propertyOf(String path) {
        int dot = dot(path);
        return dot < 0 ? "" : path.substring(dot + 1);
    }

    private static int dot(String path) {
        int from = Math.max(path.lastIndexOf('/'), path.lastIndexOf('}'));
        return path.startsWith("..") && from < 2 ? -1 : path.indexOf('.', Math.max(0, from));
    }

    /** A relative path from a prim: "../b.x" from "/a/c" is "/a/b.x". */
    public static String absolute(String path, String prim) {
        if (path.isEmpty() || path.startsWith("/")) {
            return path;
        }
        String at = stripped(prim);
        String rest = path;
        while (rest.equals("..") || rest.startsWith("../")) {
            at = parent(at);
            rest = rest.length() > 2 ? rest.substring(3) : "";
        }
        if (rest.isEmpty() || rest.equals(".")) {
            return at;
        }
        return rest.startsWith(".") ? at + rest : child(at, rest);
    }
}
