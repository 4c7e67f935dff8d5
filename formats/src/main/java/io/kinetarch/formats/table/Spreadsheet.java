package io.kinetarch.formats.table;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.math.BigDecimal;
import java.time.LocalTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import javax.xml.parsers.ParserConfigurationException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.openxml4j.util.ZipSecureFile;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.util.XMLHelper;
import org.apache.poi.xssf.eventusermodel.ReadOnlySharedStringsTable;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.eventusermodel.XSSFSheetXMLHandler;
import org.apache.poi.xssf.eventusermodel.XSSFSheetXMLHandler.SheetContentsHandler;
import org.apache.poi.xssf.usermodel.XSSFComment;
import org.jspecify.annotations.Nullable;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;

/**
 * The first sheet of an Office Open XML workbook (ISO/IEC 29500) as CSV: dates and times in ISO 8601, numbers in full, formulas by the
 * value that was saved with them. Of merged cells the first has the value, the others are empty.
 */
final class Spreadsheet {
    private static final byte[] ZIP = {'P', 'K', 3, 4};

    /** Unpacked: a few kilobytes can stand for gigabytes. */
    private static final long LARGEST_ENTRY = 400L << 20;

    private Spreadsheet() {}

    /** Whether a file looks like one. */
    static boolean is(byte[] bytes) {
        return bytes.length > ZIP.length
                && bytes[0] == ZIP[0]
                && bytes[1] == ZIP[1]
                && bytes[2] == ZIP[2]
                && bytes[3] == ZIP[3];
    }

    /**
     * The first sheet.
     *
     * @throws FileRefusal if there is none that can be read
     */
    static String asCsv(byte[] bytes) {
        ZipSecureFile.setMaxEntrySize(LARGEST_ENTRY);
        try (var file = OPCPackage.open(new ByteArrayInputStream(bytes))) {
            var reader = new XSSFReader(file);
            var sheets = reader.getSheetsData();
            if (!sheets.hasNext()) {
                throw new FileRefusal(1, "the workbook has no sheet");
            }
            var text = new StringWriter();
            try (var sheet = sheets.next();
                    var printer = new CSVPrinter(text, CSVFormat.RFC4180)) {
                var xml = XMLHelper.newXMLReader();
                xml.setContentHandler(new XSSFSheetXMLHandler(
                        reader.getStylesTable(),
                        null,
                        new ReadOnlySharedStringsTable(file),
                        new Rows(printer),
                        new IsoFormatter(),
                        false));
                xml.parse(new InputSource(sheet));
            }
            return text.toString();
        } catch (FileRefusal refusal) {
            throw refusal;
        } catch (IOException | OpenXML4JException | SAXException | ParserConfigurationException | RuntimeException e) {
            // A damaged workbook fails in as many ways as the library has parts.
            throw new FileRefusal(
                    1, "the file is no workbook that can be read; save it as .xlsx without a password, or as CSV");
        }
    }

    private static final class Rows implements SheetContentsHandler {
        private final CSVPrinter printer;
        private final List<String> row = new ArrayList<>();
        private int rows;

        Rows(CSVPrinter printer) {
            this.printer = printer;
        }

        @Override
        public void startRow(int number) {
            row.clear();
            rows = number;
        }

        @Override
        public void cell(@Nullable String reference, @Nullable String value, @Nullable XSSFComment comment) {
            int column = reference == null ? row.size() : new CellReference(reference).getCol();
            if (column >= DelimitedFile.MOST_COLUMNS) {
                throw new FileRefusal(
                        rows + 1L,
                        "the cell " + reference + " is beyond column " + DelimitedFile.MOST_COLUMNS
                                + ", so it is no table of the kind wanted here");
            }
            while (row.size() < column) {
                row.add("");
            }
            row.add(value == null ? "" : value.strip());
        }

        @Override
        public void endRow(int number) {
            if (row.stream().allMatch(String::isEmpty)) {
                return;
            }
            try {
                printer.printRecord(row);
            } catch (IOException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    /** Values as they are, whatever the sheet makes them look like. */
    private static final class IsoFormatter extends DataFormatter {
        @Override
        public String formatRawCellContents(double value, int index, @Nullable String format, boolean since1904) {
            if (format != null && DateUtil.isADateFormat(index, format) && DateUtil.isValidExcelDate(value)) {
                var at = DateUtil.getLocalDateTime(value, since1904, true);
                if (value < 1) {
                    return DateTimeFormatter.ofPattern("HH:mm:ss").format(at);
                }
                return at.toLocalTime().equals(LocalTime.MIDNIGHT) && value == Math.rint(value)
                        ? at.toLocalDate() + " 00:00"
                        : DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm:ss").format(at);
            }
            return BigDecimal.valueOf(value).stripTrailingZeros().toPlainString();
        }
    }
}
