package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import tidemark.core.ledger.CashEntry;
import tidemark.core.rule.Effect;
import tidemark.core.rule.Rule;
import tidemark.core.statement.BankLine;

/** Rules that prefer or forbid pairings, laid over the pairs of a line. */
final class PairRules {
    /** A person who says that two belong together is right nineteen times of twenty where the facts do not speak. */
    private static final float PREFERRED = (float) Math.log(20);

    private final List<Rule> rules;

    PairRules(List<Rule> all) {
        this.rules = all.stream()
                .filter(r -> r.then() instanceof Effect.Prefer || r.then() instanceof Effect.Forbid)
                .toList();
    }

    /** The pairs without those that a rule forbids, those that one prefers weighing more. Cost: O(pairs × rules). */
    PairSearch.Found applied(Terms terms, int l, PairSearch.Found found) {
        BankLine line = terms.lines[l].line;
        List<Rule> fitting = rules.stream().filter(r -> r.fits(line)).toList();
        if (fitting.isEmpty()) {
            return found;
        }
        int kept = 0;
        int[] entries = found.entries().clone();
        int[] facts = found.facts().clone();
        float[] unlikely = found.unlikely().clone();
        for (int i = 0; i < found.entries().length; i++) {
            CashEntry entry = terms.entries[found.entries()[i]].entry;
            Optional<Rule> first =
                    fitting.stream().filter(r -> r.speaksOf(entry)).findFirst();
            boolean forbidden = first.isPresent() && first.get().then() instanceof Effect.Forbid;
            if (!forbidden) {
                entries[kept] = found.entries()[i];
                facts[kept] = found.facts()[i];
                unlikely[kept] = found.unlikely()[i] + (first.isPresent() ? PREFERRED : 0);
                kept++;
            }
        }
        return new PairSearch.Found(
                Arrays.copyOf(entries, kept), Arrays.copyOf(facts, kept), Arrays.copyOf(unlikely, kept));
    }

    /** Whether no rule forbids any of a group's pairings. */
    boolean allow(Terms terms, GroupSearch.Group group) {
        if (rules.isEmpty()) {
            return true;
        }
        for (int l : group.lines()) {
            for (int e : group.entries()) {
                Optional<Rule> first = first(terms.lines[l].line, terms.entries[e].entry);
                if (first.isPresent() && first.get().then() instanceof Effect.Forbid) {
                    return false;
                }
            }
        }
        return true;
    }

    /** The evidence with the rule that spoke for the pairing, first. */
    List<Evidence> told(BankLine line, CashEntry entry, List<Evidence> evidence) {
        Optional<Rule> first = first(line, entry);
        if (first.isEmpty()) {
            return evidence;
        }
        List<Evidence> out = new ArrayList<>();
        out.add(new Evidence.ByRule(first.get().name(), true));
        out.addAll(evidence);
        return out;
    }

    private Optional<Rule> first(BankLine line, CashEntry entry) {
        return rules.isEmpty()
                ? Optional.empty()
                : rules.stream().filter(r -> r.fits(line) && r.speaksOf(entry)).findFirst();
    }
}
