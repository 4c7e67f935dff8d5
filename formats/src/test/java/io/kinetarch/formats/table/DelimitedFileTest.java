package io.kinetarch.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import io.kinetarch.formats.table.Faults.Fault;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;

class DelimitedFileTest {
    /** The rules of RFC 4180, section 2, each with its own example. */
    @Test
    void theCasesOfTheStandardAreReadAsItSays() {
        assertThat(values("aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n")).as("rule 1").containsExactly(row("zzz", "yyy", "xxx"));
        assertThat(values("aaa,bbb,ccc\r\nzzz,yyy,xxx")).as("rule 2").containsExactly(row("zzz", "yyy", "xxx"));
        assertThat(values("a,b,c\r\n\"aaa\",\"bbb\",\"ccc\"\r\nzzz,yyy,xxx"))
                .as("rule 5")
                .containsExactly(row("aaa", "bbb", "ccc"), row("zzz", "yyy", "xxx"));
        assertThat(values("a,b,c\r\n\"aaa\",\"b\r\nbb\",\"ccc\"\r\nzzz,yyy,xxx"))
                .as("rule 6")
                .containsExactly(row("aaa", "b\r\nbb", "ccc"), row("zzz", "yyy", "xxx"));
        assertThat(values("a,b,c\r\n\"aaa\",\"b\"\"bb\",\"ccc\""))
                .as("rule 7")
                .containsExactly(row("aaa", "b\"bb", "ccc"));
    }

    @Test
    void theSeparatorIsFoundByWhatCutsTheLinesAlike() {
        assertThat(DelimitedFile.read(bytes("a;b\n1,5;2,5\n")).separator()).isEqualTo(';');
        assertThat(DelimitedFile.read(bytes("a\tb\n1\t2\n")).separator()).isEqualTo('\t');
        assertThat(DelimitedFile.read(bytes("a|b\n1|2\n")).separator()).isEqualTo('|');
        assertThat(DelimitedFile.read(bytes("a,b\nx; y,2\n")).separator()).isEqualTo(',');
        assertThat(DelimitedFile.read(bytes("only\none\n")).separator()).isEqualTo(',');
    }

    @Test
    void aByteOrderMarkAndEmptyLinesDoNotCount() {
        var file = DelimitedFile.read(bytes("\uFEFFname\n\n\nAna\n\n"));

        assertThat(file.header().get(0)).isEqualTo("name");
        assertThat(file.body()).hasSize(1);
    }

    @Test
    void otherEncodingsAreNamedWithTheLineTheyShowIn() {
        refused("name\nZoë\n".getBytes(StandardCharsets.ISO_8859_1), 2, "0xeb) is not UTF-8");
        refused("name\nZoë\n".getBytes(Charset.forName("windows-1252")), 2, "Windows or Latin encoding");
        refused("name\nZoë\n".getBytes(StandardCharsets.UTF_16), 1, "UTF-16");
        refused("a\0b".getBytes(StandardCharsets.UTF_8), 1, "no text file");
    }

    @Test
    void filesWithNothingInThemAreRefused() {
        refused(new byte[0], 1, "empty (0 bytes)");
        refused(bytes("\n\n"), 1, "only empty lines");
        assertThatExceptionOfType(FileRefusal.class)
                .isThrownBy(() -> DelimitedFile.read(bytes("name\n")).body())
                .withMessageContaining("no line below");
        refused(bytes("name\n\"Ana\n"), 2, "quotation mark left open");
    }

    /** Megabytes of separators would be millions of values. */
    @Test
    void linesOfTooManyColumnsAreRefusedBeforeTheyAreCut() {
        refused(bytes("a,b\n1,2\n" + ",".repeat(50_000_000)), 3, "more than 1000 columns");
        assertThat(DelimitedFile.read(bytes("a" + ",".repeat(999) + "\n1")).header())
                .hasSize(1000);
    }

    @Test
    void aFaultShowsTheBeginningOfItsLine() {
        var line = DelimitedFile.read(bytes("a,b\n" + "x".repeat(300) + ",2\n"))
                .body()
                .findFirst()
                .orElseThrow();
        var faults = new Faults();
        faults.add(line, "too long");

        var fault = faults.list().getFirst();
        assertThat(fault.line()).isEqualTo(2);
        assertThat(fault.text()).hasSize(201).endsWith("…");
    }

    @Test
    void oneFaultOnManyLinesIsToldOnceWithExamples() {
        var faults = new Faults();
        DelimitedFile.read(bytes("a\n" + "no\n".repeat(40) + "yes\n"))
                .body()
                .forEach(line -> faults.add(
                        line,
                        new UnusableLine(line.get(0).equals("no") ? "alike" : "other", "line says " + line.get(0))));

        assertThat(faults.lines()).isEqualTo(41);
        assertThat(faults.list())
                .containsExactly(
                        new Fault(2, "line says no", "no", 39, List.of(3L, 4L, 5L, 6L, 7L)),
                        Fault.single(42, "line says yes", "yes"));
    }

    private static void refused(byte[] file, long line, String message) {
        assertThatExceptionOfType(FileRefusal.class)
                .isThrownBy(() -> DelimitedFile.read(file))
                .withMessageContaining(message)
                .satisfies(refusal -> assertThat(refusal.line()).isEqualTo(line));
    }

    private static List<List<String>> values(String text) {
        return DelimitedFile.read(bytes(text)).body().map(CSVRecord::toList).toList();
    }

    private static List<String> row(String... values) {
        return List.of(values);
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
