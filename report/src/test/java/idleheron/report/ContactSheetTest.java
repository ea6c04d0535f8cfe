package idleheron.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class ContactSheetTest {
    @Test
    void namesAreEscapedAndPicturesStandInThePage() {
        String html = ContactSheet.html(
                "2 pictures: 1 changed, 1 failed",
                "2031-05-01",
                List.of(
                        new ContactSheet.Row(
                                "<hull>.png",
                                "normals",
                                List.of(new byte[] {1, 2}, new byte[] {3}),
                                List.of("64 by 64 & more"),
                                List.of("runs downward"),
                                ""),
                        new ContactSheet.Row("b.png", "", List.of(), List.of(), List.of(), "is none")));
        assertThat(html)
                .contains(
                        "&lt;hull&gt;.png", "64 by 64 &amp; more", "normals", "runs downward", "is none", "2031-05-01")
                .contains("data:image/png;base64,AQI=\"", "data:image/png;base64,Aw==\"")
                .contains("before", "after")
                .doesNotContain("<hull>")
                .doesNotContain("src=\"http");
        assertThat(html.split("<section", -1)).hasSize(3);
    }
}
