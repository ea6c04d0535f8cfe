package idleheron.formats.pictures.dds;

import java.io.IOException;
import java.util.Arrays;
import java.util.Locale;
import javax.imageio.ImageReader;
import javax.imageio.spi.ImageReaderSpi;
import javax.imageio.stream.ImageInputStream;
import org.jspecify.annotations.Nullable;

/** Makes itself known to the platform. */
public final class DdsReaderSpi extends ImageReaderSpi {
    static final int READ = 148;

    public DdsReaderSpi() {
        super(
                "Idle Heron",
                "1",
                new String[] {"dds"},
                new String[] {"dds"},
                new String[] {"image/vnd-ms.dds"},
                DdsReader.class.getName(),
                new Class<?>[] {ImageInputStream.class},
                null,
                false,
                null,
                null,
                null,
                null,
                false,
                null,
                null,
                null,
                null);
    }

    @Override
    public boolean canDecodeInput(Object source) throws IOException {
        if (!(source instanceof ImageInputStream in)) {
            return false;
        }
        in.mark();
        try {
            byte[] b = new byte[READ];
            int n = in.read(b);
            return DdsHead.of(Arrays.copyOf(b, Math.max(0, n))) != null;
        } finally {
            in.reset();
        }
    }

    @Override
    public ImageReader createReaderInstance(@Nullable Object extension) {
        return new DdsReader(this);
    }

    @Override
    public String getDescription(@Nullable Locale locale) {
        return "DDS of one and two channels";
    }
}
