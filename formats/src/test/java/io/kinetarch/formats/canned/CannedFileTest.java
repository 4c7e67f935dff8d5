package io.kinetarch.formats.canned;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.kinetarch.formats.canned.CannedFile.Reply;
import io.kinetarch.formats.table.FileRefusal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class CannedFileTest {
    private static CannedFile.Reading read(String file) {
        return CannedFile.read(file.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void whatIsWrittenComesBack() {
        var replies = List.of(
                new Reply("hello", "", Map.of("en", "Hello, \"{visitor}\"\nand welcome", "de", "Guten Tag; {visitor}")),
                new Reply("sum", "Bookings", Map.of("en", "=2+2 is no formula here", "ar", "مرحبا")));
        var reading = CannedFile.read(CannedFile.write(replies).getBytes(StandardCharsets.UTF_8));
        assertThat(reading.replies()).isEqualTo(replies);
        assertThat(reading.faults()).isEmpty();
        assertThat(CannedFile.write(replies)).as("a spreadsheet runs nothing").contains("'=2+2");
    }

    @Test
    void linesOfOneShortcutForTheSamePeopleAreOneReply() {
        var reading = read("""
                text;language;shortcut
                Hello;en;hello
                Hallo;de;hello
                ;de;bye
                Bye;en;bye
                """);
        assertThat(reading.replies())
                .containsExactly(
                        new Reply("hello", "", Map.of("en", "Hello", "de", "Hallo")),
                        new Reply("bye", "", Map.of("en", "Bye")));
        assertThat(reading.faults()).singleElement().satisfies(fault -> {
            assertThat(fault.line()).isEqualTo(4);
            assertThat(fault.reason()).contains("a text");
        });
    }

    @Test
    void aFileWithoutTheColumnsIsRefusedInWords() {
        assertThatThrownBy(() -> read("shortcut,words\nhello,Hello\n"))
                .isInstanceOf(FileRefusal.class)
                .hasMessageContaining("\"language\"");
    }
}
