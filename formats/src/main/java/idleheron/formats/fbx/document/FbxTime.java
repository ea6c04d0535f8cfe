package idleheron.formats.fbx.document;

import idleheron.core.time.FrameRate;

/**
 * Time in a file: whole ticks. One second has 46 186 158 000 of them, or, in newer files that say so, 141 120 000.
 *
 * <p>A file says so by a {@code TCDefinition} other than 127 in {@code OtherFlags} of its header, or by a version of 8000 and
 * more without one. This program writes the long one.
 *
 * <p>Time modes name a frame rate: 0 default (30), 1 120, 2 100, 3 60, 4 50, 5 48, 6 30, 7 and 8 and 9 the 30 and 29.97
 * kinds, 10 25, 11 24, 12 1000, 13 23.976, 14 custom, 15 96, 16 72, 17 59.94.
 */
public record FbxTime(long ticksPerSecond) {
    public static final long TICKS = 46_186_158_000L;
    static final long SHORT_TICKS = 141_120_000L;
    public static final FbxTime USUAL = new FbxTime(TICKS);
    public static final int CUSTOM = 14;
    private static final int LONG_TICKS_TOLD = 127;
    private static final int SHORT_TICKS_FROM = 8000;
    private static final FrameRate PULLED_30 = new FrameRate(30_000, 1001);

    /** The length of a tick in a document. */
    public static FbxTime of(FbxDocument document) {
        FbxRecord header = document.record("FBXHeaderExtension");
        FbxRecord flags = header == null ? null : header.child("OtherFlags");
        FbxRecord told = flags == null ? null : flags.child("TCDefinition");
        boolean isShort = told == null
                ? document.version() >= SHORT_TICKS_FROM
                : told.integer(0, LONG_TICKS_TOLD) != LONG_TICKS_TOLD;
        return isShort ? new FbxTime(SHORT_TICKS) : USUAL;
    }

    /** Of ticks of 1/46,186,158,000 s. */
    public double seconds(long ticks) {
        return (double) ticks / ticksPerSecond;
    }

    /** The nearest tick to a time in seconds. */
    public static long ticks(double seconds) {
        return Math.round(seconds * TICKS);
    }

    /** Of a number of the file; {@code custom} frames a second for 14. */
    public static FrameRate rate(int mode, double custom) {
        return switch (mode) {
            case 1 -> FrameRate.of(120);
            case 2 -> FrameRate.of(100);
            case 3 -> FrameRate.of(60);
            case 4 -> FrameRate.of(50);
            case 5 -> FrameRate.of(48);
            case 8, 9 -> PULLED_30;
            case 10 -> FrameRate.of(25);
            case 11 -> FrameRate.of(24);
            case 12 -> FrameRate.of(1000);
            case 13 -> new FrameRate(24_000, 1001);
            case CUSTOM -> custom > 0 && custom < 1e6 ? FrameRate.nearest(custom) : FrameRate.of(30);
            case 15 -> FrameRate.of(96);
            case 16 -> FrameRate.of(72);
            case 17 -> new FrameRate(60_000, 1001);
            default -> FrameRate.of(30);
        };
    }

    /** The number of the file for a rate, 14 for one without a number of its own. */
    public static int mode(FrameRate rate) {
        for (int mode : new int[] {1, 2, 3, 4, 5, 6, 9, 10, 11, 12, 13, 15, 16, 17}) {
            if (rate(mode, 0).equals(rate)) {
                return mode;
            }
        }
        return CUSTOM;
    }
}
