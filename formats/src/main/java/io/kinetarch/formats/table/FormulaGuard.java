package io.kinetarch.formats.table;

/**
 * Keeps a spreadsheet from running a text as a formula: an apostrophe before it makes it text; one that stood there already gets a
 * second, so that it comes back.
 */
public final class FormulaGuard {
    /** The first characters by which a spreadsheet takes a cell for a formula. */
    private static final String STARTS = "=+-@\t\r";

    private FormulaGuard() {}

    /** A text as a cell that is no formula. */
    public static String guarded(String cell) {
        return isFormula(cell) || isQuotedFormula(cell) ? "'" + cell : cell;
    }

    /** The text of a cell that {@link #guarded} made. */
    public static String unguarded(String cell) {
        return isQuotedFormula(cell) || (cell.startsWith("''") && isQuotedFormula(cell.substring(1)))
                ? cell.substring(1)
                : cell;
    }

    private static boolean isFormula(String cell) {
        return !cell.isEmpty() && STARTS.indexOf(cell.charAt(0)) >= 0;
    }

    private static boolean isQuotedFormula(String cell) {
        return cell.startsWith("'") && isFormula(cell.substring(1));
    }
}
