package app.tidewrack.server.media;

import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.tidewrack.core.refusal.Refusal;
import java.io.InputStream;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionTemplate;

class MediaLibraryTest {
    /** One client cannot fill the disk for all; of a file that finds no room nothing is read. */
    @Test
    void whatAClientKeepsIsLimited() {
        MediumMapper mapper = mock(MediumMapper.class);
        when(mapper.bytes("c1")).thenReturn(20_000_000L);
        MediaLibrary library = new MediaLibrary(
                mapper,
                mock(PictureReader.class),
                mock(VideoTool.class),
                mock(TextReader.class),
                mock(TransactionTemplate.class),
                new MediaSettings(20_000_000, 1),
                mock(VirusScan.class));
        InputStream unread = mock(InputStream.class, call -> {
            throw new AssertionError("read");
        });
        assertThatThrownBy(() -> library.add("c1", "kit.png", unread))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("“kit.png” finds no room")
                .hasMessageContaining("20 MB, the most is 20 MB");
    }
}
