package tidemark.app.find;

/**
 * What of a capability is found, as it declares it in a bean.
 *
 * @param kind as the interface knows it, such as {@code PAYMENT}
 * @param order of the kinds among what is found alike, from the top
 * @param table whose rows are found; a trigger notes their changes
 * @param select gives for each row {@code id}, {@code company_id}, {@code title}, {@code detail} (what else is shown, by
 *     whose words it is found too), {@code words} (found by, not shown), {@code numbers} (separated by blanks),
 *     {@code minor_units} and {@code currency} (absent where it has no amount), {@code found_day}, {@code place} (what its
 *     page stands under, such as a bank account; absent for none) and {@code tags} (what a choice is narrowed by, separated
 *     by blanks); ends where conditions may be added
 * @param id the column of the identifier within {@code select}
 */
public record FindSource(String kind, int order, String table, String select, String id) {}
