package tidemark.core.statement;

import java.time.LocalDate;

/** A balance at the end of a day; signed minor units. */
public record Balance(LocalDate date, long minorUnits) {}
