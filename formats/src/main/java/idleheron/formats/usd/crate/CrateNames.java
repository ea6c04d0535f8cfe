package idleheron.formats.usd.crate;

import idleheron.formats.usd.layer.SpecPath;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Tokens, strings and paths of a crate file that is being written, each once. */
final class CrateNames {
    private final List<String> tokens = new ArrayList<>();
    private final Map<String, Integer> tokenIndex = new HashMap<>();
    private final List<Integer> strings = new ArrayList<>();
    private final Map<String, Integer> stringIndex = new HashMap<>();
    private final List<Node> paths = new ArrayList<>();
    private final Map<String, Integer> pathIndex = new HashMap<>();

    /** @param element a token, negative for a property */
    private record Node(int element, List<Integer> children) {}

    /**
     * See {@link CratePaths}: three numbers per entry.
     *
     * @param paths places in the table
     */
    record Tree(int paths, int[] places, int[] elements, int[] jumps) {}

    CrateNames() {
        token(";-)"); // so that no path's element is token 0, which has no sign
        pathIndex.put("/", 0);
        paths.add(new Node(0, new ArrayList<>()));
    }

    int token(String s) {
        return tokenIndex.computeIfAbsent(s, t -> {
            tokens.add(t);
            return tokens.size() - 1;
        });
    }

    int string(String s) {
        Integer known = stringIndex.get(s);
        if (known == null) {
            strings.add(token(s));
            known = strings.size() - 1;
            stringIndex.put(s, known);
        }
        return known;
    }

    /** The path and all above it; "" has a place of its own that no entry leads to. */
    int path(String path) {
        Integer known = pathIndex.get(path);
        if (known != null) {
            return known;
        }
        if (path.isEmpty()) {
            pathIndex.put(path, paths.size());
            paths.add(new Node(0, new ArrayList<>()));
            return paths.size() - 1;
        }
        String property = SpecPath.propertyOf(path);
        String element;
        int parent;
        if (!property.isEmpty()) {
            parent = path(SpecPath.primOf(path));
            element = property;
        } else {
            String above = SpecPath.parent(path);
            parent = path(above);
            element = path.endsWith("}") ? path.substring(above.length()) : SpecPath.name(path);
        }
        int token = token(element);
        int at = paths.size();
        paths.add(new Node(property.isEmpty() ? token : -token, new ArrayList<>()));
        paths.get(parent).children.add(at);
        pathIndex.put(path, at);
        return at;
    }

    List<String> tokens() {
        return Collections.unmodifiableList(tokens);
    }

    List<Integer> strings() {
        return Collections.unmodifiableList(strings);
    }

    Tree tree() {
        int n = paths.size();
        int[] size = new int[n];
        for (int i = n - 1; i >= 0; i--) { // a path comes after those above it
            size[i]++;
            for (int c : paths.get(i).children) {
                size[i] += size[c];
            }
        }
        int entries = size[0];
        int[] places = new int[entries];
        int[] elements = new int[entries];
        int[] jumps = new int[entries];
        int[] entry = new int[n];
        int nowhere = pathIndex.getOrDefault("", -1);
        for (int i = 0; i < n; i++) {
            if (i == nowhere) {
                continue;
            }
            int next = entry[i] + 1;
            List<Integer> children = paths.get(i).children;
            places[entry[i]] = i;
            elements[entry[i]] = paths.get(i).element;
            for (int k = 0; k < children.size(); k++) {
                int c = children.get(k);
                entry[c] = next;
                next += size[c];
                boolean child = !paths.get(c).children.isEmpty();
                boolean sibling = k + 1 < children.size();
                jumps[entry[c]] = child ? sibling ? size[c] : -1 : sibling ? 0 : -2;
            }
        }
        jumps[0] = paths.getFirst().children.isEmpty() ? -2 : -1;
        return new Tree(n, places, elements, jumps);
    }
}
