package idleheron.formats.usd.text;

/** Escapes in quoted texts: signs, octal and hexadecimal bytes, code points. */
final class TextEscapes {
    private TextEscapes() {}

    static String unescaped(String s) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < s.length(); i++) {
            char c = s.charAt(i);
            if (c != '\\' || i + 1 == s.length()) {
                out.append(c);
                continue;
            }
            char e = s.charAt(++i);
            switch (e) {
                case 'n' -> out.append('\n');
                case 't' -> out.append('\t');
                case 'r' -> out.append('\r');
                case 'a' -> out.append('\u0007');
                case 'b' -> out.append('\b');
                case 'f' -> out.append('\f');
                case 'v' -> out.append('\u000b');
                case 'x' -> {
                    int n = digits(s, i + 1, 2, 16);
                    if (n > 0) {
                        out.append((char) Integer.parseInt(s.substring(i + 1, i + 1 + n), 16));
                        i += n;
                    }
                }
                default -> {
                    int n = digits(s, i, 3, 8);
                    if (n > 0) {
                        out.append((char) Integer.parseInt(s.substring(i, i + n), 8));
                        i += n - 1;
                    } else {
                        out.append(e);
                    }
                }
            }
        }
        return out.toString();
    }

    private static int digits(String s, int from, int most, int radix) {
        int n = 0;
        while (n < most && from + n < s.length() && Character.digit(s.charAt(from + n), radix) >= 0) {
            n++;
        }
        return n;
    }
}
