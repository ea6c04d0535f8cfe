package idleheron.render;

/** The colours of a picture, 0xRRGGBB. */
public record Palette(
        int skyTop,
        int skyBottom,
        int ground,
        int ink,
        int faint,
        int sent,
        int returned,
        int amber,
        int broken,
        int clay) {
    public static final Palette DAY = new Palette(
            0xFBF8F1, 0xEDE5D6, 0xD3C8B3, 0x22303A, 0x8C958F, 0x24506E, 0xB0621A, 0xBF7A1E, 0xA83A2A, 0xB9C4BF);
    public static final Palette DUSK = new Palette(
            0x27343C, 0x1B2429, 0x3D4B52, 0xE9E3D4, 0x82908F, 0x7FB4D3, 0xE59A55, 0xE0A24A, 0xE0705C, 0x6F7F80);
}
