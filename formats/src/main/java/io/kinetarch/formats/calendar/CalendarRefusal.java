package io.kinetarch.formats.calendar;

/** Says why a file is no calendar. */
public final class CalendarRefusal extends IllegalArgumentException {
    public CalendarRefusal(String message) {
        super(message);
    }

    @Override
    public String getMessage() {
        return String.valueOf(super.getMessage());
    }
}
