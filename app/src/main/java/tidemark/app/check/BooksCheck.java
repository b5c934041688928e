package tidemark.app.check;

import static tidemark.core.words.Catalogue.say;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.core.certificate.CertificateVerifier;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Holds every figure of the books against what it was made from: entries, totals by day, cash entries, open items,
 * matches, statements, marks, certificates, and the digests of files. It shares no code with what writes them.
 *
 * <p>Cost: a few passes over each table; a journal of a million lines takes some tens of seconds.
 */
public final class BooksCheck {
    /** So many breaches of one rule are named, the rest is counted. */
    private static final int MOST_NAMED = 20;

    private final JdbcTemplate jdbc;
    private final List<Finding> findings = new ArrayList<>();

    /** @param breaches empty where the rule holds */
    public record Finding(String rule, List<String> breaches) {
        public boolean holds() {
            return breaches.isEmpty();
        }
    }

    private BooksCheck(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /** All rules in a fixed order, held or not. */
    public static List<Finding> of(JdbcTemplate jdbc) {
        BooksCheck check = new BooksCheck(jdbc);
        check.journal();
        check.cash();
        check.items();
        check.approvals();
        check.matches();
        check.statements();
        check.months();
        check.certificates();
        check.drawers();
        check.files();
        check.activity();
        return List.copyOf(check.findings);
    }

    /** @param sql one row for each breach, its first column the words for it */
    private void rule(String name, String sql) {
        add(name, jdbc.queryForList(sql, String.class));
    }

    private void add(String name, List<String> breaches) {
        List<String> named = new ArrayList<>(breaches.subList(0, Math.min(MOST_NAMED, breaches.size())));
        if (breaches.size() > MOST_NAMED) {
            named.add(say("check.andMore", breaches.size() - MOST_NAMED));
        }
        findings.add(new Finding(name, named));
    }

    private void journal() {
        rule(say("check.debitsEqualCreditsInEveryEntry"), """
                select 'entry ' || e.number || ' of company ' || e.company_id || ': ' || coalesce(l.net, 0)
                from journal_entry e left join
                  (select journal_entry_id, sum(minor_units) net, count(*) n from journal_line group by journal_entry_id) l
                  on l.journal_entry_id = e.id
                where l.net is null or l.net <> 0 or l.n < 2""");
        rule(say("check.entriesAreNumberedWithoutAGap"), """
                select 'company ' || c.id || ': ' || count(e.id) || ' entries, next number ' || k.next_number
                from company c join journal_counter k on k.id = c.id left join journal_entry e on e.company_id = c.id
                group by c.id, k.next_number
                having count(e.id) <> k.next_number - 1 or coalesce(max(e.number), 0) <> k.next_number - 1""");
        rule(say("check.linesBearTheDateOfTheirEntry"), """
                select 'line ' || l.id || ' of entry ' || e.number from journal_line l
                join journal_entry e on e.id = l.journal_entry_id where l.entry_date <> e.entry_date""");
        rule(say("check.aReversalTurnsEveryLineOfIts"), """
                select 'entry ' || r.number || ', which reverses ' || o.number
                from journal_entry r join journal_entry o on o.id = r.reversal_of
                where (select count(*) from journal_line a where a.journal_entry_id = o.id)
                    <> (select count(*) from journal_line a where a.journal_entry_id = r.id)
                  or exists (
                    select 1 from journal_line a left join journal_line b
                      on b.journal_entry_id = r.id and b.line_number = a.line_number
                      and b.minor_units = -a.minor_units and b.own_minor_units = -a.own_minor_units
                      and b.ledger_account_id = a.ledger_account_id
                    where a.journal_entry_id = o.id and b.id is null)""");
        rule(say("check.totalsByAccountAndDayComeFrom"), """
                select 'account ' || account || ' on ' || total_date from (
                  select ledger_account_id account, total_date, debits, credits, own_net own from account_day
                  union all
                  select ledger_account_id, entry_date, -sum(greatest(minor_units, 0)),
                    -sum(greatest(-minor_units, 0)), -sum(own_minor_units)
                  from journal_line group by ledger_account_id, entry_date)
                group by account, total_date
                having sum(debits) <> 0 or sum(credits) <> 0 or sum(own) <> 0""");
    }

    private void cash() {
        rule(say("check.cashEntriesAreTheMovementsOfTheir"), """
                select 'cash entry ' || c.id from cash_entry c join journal_line l on l.id = c.journal_line_id
                join bank_account b on b.id = c.bank_account_id
                where c.minor_units <> l.own_minor_units or c.entry_date <> l.entry_date
                  or l.ledger_account_id <> b.ledger_account_id or c.journal_entry_id <> l.journal_entry_id""");
        rule(say("check.everyMovementOfABankAccountHas"), """
                select 'line ' || l.id || ' of entry ' || e.number || ' on ' || b.name
                from bank_account b join journal_line l on l.ledger_account_id = b.ledger_account_id
                join journal_entry e on e.id = l.journal_entry_id
                left join cash_entry c on c.journal_line_id = l.id
                where c.id is null and e.source <> 'OPENING' and l.own_minor_units <> 0
                  and l.entry_date > b.opening_date""");
        rule(say("check.theLedgersBalanceAtTheMarkComes"), """
                select b.name || ': ' || b.mark_ledger_minor_units || ' kept, '
                    || (b.opening_minor_units + coalesce(s.net, 0)) || ' booked'
                from bank_account b left join
                  (select c.bank_account_id, sum(c.minor_units) net from cash_entry c
                   join bank_account a on a.id = c.bank_account_id
                   where c.journal_line_id is not null and c.entry_date <= a.mark_date and c.entry_date > a.opening_date
                   group by c.bank_account_id) s on s.bank_account_id = b.id
                where b.mark_ledger_minor_units <> b.opening_minor_units + coalesce(s.net, 0)""");
        rule(say("check.aPaymentIsInStepWithIts"), """
                select 'payment ' || p.number || ' of account ' || p.bank_account_id || ', ' || p.state from payment p
                where (p.state = 'BOOKED' and p.journal_entry_id is null)
                  or (p.state in ('WAITS_FOR_RELEASE', 'WAITS_FOR_DATE') and p.journal_entry_id is not null)
                  or (p.state = 'VOID' and p.journal_entry_id is not null and not exists
                    (select 1 from journal_entry r where r.reversal_of = p.journal_entry_id))
                  or (p.state = 'BOOKED' and exists
                    (select 1 from journal_entry r where r.reversal_of = p.journal_entry_id))
                  or (p.state = 'UNCLAIMED' and not exists
                    (select 1 from unclaimed_money u where u.payment_id = p.id and not u.taken_back))
                  or (p.state <> 'UNCLAIMED' and exists
                    (select 1 from unclaimed_money u where u.payment_id = p.id and not u.taken_back))""");
    }

    private void approvals() {
        rule(say("check.aSecondPersonIsAskedAboutEach"), """
                select 'payment ' || p.number || ', ' || p.state || ', asked ' || count(a.id) from payment p
                left join approval_request a on a.kind = 'PAYMENT' and a.subject_id = p.id and a.state = 'ASKED'
                group by p.id, p.number, p.state
                having count(a.id) <> case p.state when 'WAITS_FOR_RELEASE' then 1 else 0 end""");
    }

    private void items() {
        rule(say("check.everyLineOfAPartyIsAn"), """
                select 'line ' || l.id from journal_line l join ledger_account a on a.id = l.ledger_account_id
                left join open_item i on i.journal_line_id = l.id
                where l.party_id is not null and a.control <> 'NONE'
                  and (i.id is null or i.minor_units <> l.minor_units or i.party_id <> l.party_id)""");
        rule(say("check.itemsLieOnAnAccountOfThe"), """
                select 'item ' || i.id || ' of ' || p.code || ', ' || p.control || ', on ' || a.code from open_item i
                join party p on p.id = i.party_id join ledger_account a on a.id = i.ledger_account_id
                where a.control <> p.control""");
        rule(say("check.everyPartyIsSomebodyOfItsOwn"), """
                select 'party ' || p.id || ' ' || p.code from party p
                join party_identity i on i.id = p.identity_id where i.company_id <> p.company_id
                union all
                select 'nobody ' || i.id || ' ' || i.name from party_identity i
                where not exists (select 1 from party p where p.identity_id = i.id)""");
        rule(say("check.whatIsOpenOfAnItemIs"), """
                select 'item ' || i.id || ' ' || i.title || ': ' || i.open_minor_units || ' kept, '
                    || (i.minor_units - coalesce(d.net, 0) + coalesce(c.net, 0)) || ' left'
                from open_item i
                left join (select debit_item_id id, sum(minor_units) net from settlement
                  where undone_from is null group by debit_item_id) d on d.id = i.id
                left join (select credit_item_id id, sum(minor_units) net from settlement
                  where undone_from is null group by credit_item_id) c on c.id = i.id
                where i.open_minor_units <> i.minor_units - coalesce(d.net, 0) + coalesce(c.net, 0)""");
        rule(say("check.openItemsComeToTheBalanceOf"), """
                select a.code || ' of company ' || a.company_id || ': ' || coalesce(t.net, 0) || ' booked, '
                    || coalesce(i.net, 0) || ' open'
                from ledger_account a
                left join (select ledger_account_id id, sum(debits - credits) net from account_day
                  group by ledger_account_id) t on t.id = a.id
                left join (select ledger_account_id id, sum(open_minor_units) net from open_item
                  group by ledger_account_id) i on i.id = a.id
                where a.control <> 'NONE' and coalesce(t.net, 0) <> coalesce(i.net, 0)""");
    }

    private void matches() {
        rule(say("check.bothSidesOfAMatchComeTo"), """
                select 'match ' || m.id || ' of account ' || m.bank_account_id || ': '
                    || coalesce(l.net, 0) || ' at the bank, ' || coalesce(e.net, 0) || ' in the ledger'
                from item_match m
                left join (select item_match_id id, sum(minor_units) net, count(*) n from bank_line
                  where item_match_id is not null group by item_match_id) l on l.id = m.id
                left join (select item_match_id id, sum(minor_units) net, count(*) n from cash_entry
                  where item_match_id is not null group by item_match_id) e on e.id = m.id
                where coalesce(l.net, 0) <> coalesce(e.net, 0) or coalesce(l.n, 0) + coalesce(e.n, 0) = 0""");
        rule(say("check.membersOfAMatchAreOfIts"), """
                select 'match ' || m.id from item_match m
                where exists (select 1 from bank_line l where l.item_match_id = m.id and l.bank_account_id <> m.bank_account_id)
                  or exists (select 1 from cash_entry e where e.item_match_id = m.id and e.bank_account_id <> m.bank_account_id)""");
    }

    private void statements() {
        rule(say("check.aStatementsLinesLeadFromItsOpening"), """
                select 'statement of account ' || s.bank_account_id || ' from ' || s.from_date || ': '
                    || s.opening_minor_units || ' + ' || coalesce(l.net, 0) || ', closing ' || s.closing_minor_units
                from statement s left join
                  (select statement_id, sum(minor_units) net, count(*) n from bank_line group by statement_id) l
                  on l.statement_id = s.id
                where s.breaks = '' and s.source <> 'PAPER'
                  and (s.opening_minor_units + coalesce(l.net, 0) <> s.closing_minor_units
                    or coalesce(l.n, 0) <> s.line_count)
                  and not exists (select 1 from activity a where a.object_id = s.bank_account_id
                    and a.action in ('line.taken', 'line.dropped'))""");
        rule(say("check.theBanksBalanceRunsAlongTheLines"), """
                select 'line ' || id || ' of statement ' || statement_id from (
                  select l.id, l.statement_id, l.balance_minor_units kept, s.opening_minor_units
                    + sum(l.minor_units) over (partition by l.statement_id order by l.place) worked_out
                  from bank_line l join statement s on s.id = l.statement_id)
                where kept <> worked_out""");
    }

    private void months() {
        rule(say("check.marksAndTheStatesOfMonthsAgree"), """
                select b.name || ' of company ' || b.company_id || ': mark ' || b.mark_date || ', held to ' || b.held_to
                from bank_account b
                left join (select bank_account_id, max(first_day) latest from account_month where state = 'CERTIFIED'
                  group by bank_account_id) c on c.bank_account_id = b.id
                left join (select bank_account_id, max(first_day) latest from account_month where state = 'PREPARED'
                  group by bank_account_id) p on p.bank_account_id = b.id
                where b.mark_date <> coalesce(dateadd(day, -1, dateadd(month, 1, c.latest)), b.opening_date)
                  or b.held_to <> coalesce(dateadd(day, -1, dateadd(month, 1, p.latest)), b.mark_date)""");
        rule(say("check.aCertifiedMonthHasItsOneCertificate"), """
                select 'account ' || m.bank_account_id || ', ' || m.first_day || ', ' || m.state from account_month m
                where (select count(*) from certificate c where c.bank_account_id = m.bank_account_id
                    and c.first_day = m.first_day and c.reopened_at is null)
                  <> case when m.state = 'CERTIFIED' then 1 else 0 end""");
    }

    private void certificates() {
        JsonMapper json = JsonMapper.builder().build();
        List<String> broken = new ArrayList<>();
        List<String> moved = new ArrayList<>();
        jdbc.query(
                "select c.id, c.bank_account_id, c.last_day, c.file, c.seal, c.reopened_at, c.ledger_closing_minor_units,"
                        + " b.opening_minor_units + coalesce((select sum(e.minor_units) from cash_entry e"
                        + " where e.bank_account_id = b.id and e.journal_line_id is not null"
                        + " and e.entry_date > b.opening_date and e.entry_date <= c.last_day), 0)"
                        + " from certificate c join bank_account b on b.id = c.bank_account_id order by c.id",
                row -> {
                    String name = say("check.certificateOfAccountToId", row.getLong(2), row.getDate(3), row.getLong(1));
                    try {
                        Map<?, ?> file = json.readValue(row.getString(4), Map.class);
                        CertificateVerifier.verify(file).stream()
                                .filter(c -> !c.holds())
                                .forEach(c -> broken.add(name + ": " + c.words()));
                        List<?> chain = (List<?>) file.get("chain");
                        Object last = chain == null ? null : ((Map<?, ?>) chain.getLast()).get("seal");
                        if (!row.getString(5).equals(last)) {
                            broken.add(say("check.itsSealIsNotTheLastOf", name));
                        }
                    } catch (JacksonException | ClassCastException e) {
                        broken.add(say("check.itsFileCannotBeRead", name));
                    }
                    if (row.getTimestamp(6) == null && row.getLong(7) != row.getLong(8)) {
                        moved.add(say("check.certifiedBookedNow", name, row.getLong(7), row.getLong(8)));
                    }
                });
        add(say("check.certificatesHoldByTheirSealsChainsAnd"), broken);
        add(say("check.nothingCertifiedHasChangedSince"), moved);
        List<String> parted = new ArrayList<>();
        jdbc.queryForList(
                        "select distinct bank_account_id from certificate where reopened_at is null order by 1",
                        Long.class)
                .forEach(account -> parted.addAll(brokenChain(json, account)));
        add(say("check.eachCertificateFollowsUponTheOneBefore"), parted);
    }

    /** Each standing certificate of an account holds the chain of all before it. */
    private List<String> brokenChain(JsonMapper json, long account) {
        List<String> out = new ArrayList<>();
        List<String> seals = new ArrayList<>();
        jdbc.query(
                "select file, seal, first_day from certificate"
                        + " where bank_account_id = ? and reopened_at is null order by first_day",
                row -> {
                    seals.add(row.getString(2));
                    List<String> chain = new ArrayList<>();
                    json.readTree(row.getString(1))
                            .path("chain")
                            .forEach(link -> chain.add(link.path("seal").asString("")));
                    if (!chain.equals(seals)) {
                        out.add(say("check.accountMonthOf", account, row.getDate(3)));
                    }
                },
                account);
        return out;
    }

    private void drawers() {
        rule(say("check.drawersHoldWhatTheirAccountsSay"), """
                select name || ': ' || held || ', account ' || booked from (
                  select f.name name,
                    (select coalesce(sum(m.cash + m.checks + m.on_the_way), 0) from drawer_move m where m.fund_id = f.id) held,
                    (select coalesce(sum(l.minor_units), 0) from journal_line l where l.ledger_account_id = f.account_id) booked
                  from fund f) where held <> booked""");
        rule(say("check.totalsOfDrawersAreWhatTheirMovesComeTo"), """
                select name from (
                  select f.name name, t.floated, t.cash, t.checks, t.advanced, t.on_the_way, s.floated f2, s.cash c2, s.checks k2,
                    s.advanced a2, s.way w2
                  from fund f left join drawer_total t on t.fund_id = f.id
                  left join (select fund_id, sum(floated) floated, sum(cash) cash, sum(checks) checks, sum(advanced) advanced,
                    sum(on_the_way) way from drawer_move group by fund_id) s on s.fund_id = f.id)
                where floated is distinct from f2 or cash is distinct from c2 or checks is distinct from k2
                  or advanced is distinct from a2 or on_the_way is distinct from w2""");
        rule(say("check.noDrawerHeldLessThanNothing"), """
                select name || ' on ' || move_day from (
                  select f.name name, m.move_day move_day,
                    sum(m.cash) over (partition by m.fund_id order by m.move_day, m.place) held
                  from drawer_move m join fund f on f.id = m.fund_id) where held < 0""");
        JsonMapper json = JsonMapper.builder().build();
        List<String> broken = new ArrayList<>();
        jdbc.query("select f.name, s.first_day, s.file from drawer_sheet s join fund f on f.id = s.fund_id", row -> {
            String sheet = row.getString(1) + " " + row.getDate(2);
            try {
                Map<?, ?> file = json.readValue(row.getString(3), Map.class);
                if (CertificateVerifier.verify(file).stream().anyMatch(c -> !c.holds())) {
                    broken.add(sheet);
                }
            } catch (JacksonException e) {
                broken.add(say("check.itsFileCannotBeRead", sheet));
            }
        });
        add(say("check.sheetsOfDrawersHold"), broken);
    }

    private void files() {
        List<String> broken = new ArrayList<>();
        jdbc.query("select id, name, sha256, content from statement_file", row -> {
            if (!row.getString(3).equals(digest(row.getBytes(4)))) {
                broken.add(say("check.statementFile", row.getLong(1), row.getString(2)));
            }
        });
        add(say("check.filesOfStatementsHaveTheDigestThey"), broken);
        List<String> papers = new ArrayList<>();
        jdbc.query(
                "select p.id, p.name, s.sha256, s.content from paper p"
                        + " join stored_paper s on s.id = p.stored_paper_id where s.content is not null",
                row -> {
                    if (!row.getString(3).equals(digest(row.getBytes(4)))) {
                        papers.add(say("check.attachment", row.getLong(1), row.getString(2)));
                    }
                });
        add(say("check.attachmentsHaveTheDigestTheyCameWith"), papers);
    }

    /** Each record's digest is of its text and the digest before it; the last is where its chain says it ends. */
    private void activity() {
        List<String> broken = new ArrayList<>();
        Map<Long, String> digests = new HashMap<>();
        Map<Long, Long> places = new HashMap<>();
        jdbc.query(
                "select coalesce(company_id, 0), happened_at, who, login, action, object_type, object_id, text, changes,"
                        + " request, address, place, digest, id, token from activity where place > 0"
                        + " order by coalesce(company_id, 0), place",
                row -> {
                    long chain = row.getLong(1);
                    String canonical = String.join(
                            "\u001f",
                            Long.toString(chain),
                            row.getObject(2, OffsetDateTime.class).toInstant().toString(),
                            row.getString(3),
                            row.getString(4),
                            row.getString(5),
                            row.getString(6),
                            row.getString(7),
                            row.getString(8),
                            row.getString(9),
                            row.getString(10),
                            row.getString(11));
                    if (!row.getString(15).isEmpty()) {
                        canonical += "\u001f" + row.getString(15);
                    }
                    String expected = digest(
                            (digests.getOrDefault(chain, "") + "\n" + canonical).getBytes(StandardCharsets.UTF_8));
                    long place = places.getOrDefault(chain, 0L) + 1;
                    if (!expected.equals(row.getString(13)) || row.getLong(12) != place) {
                        broken.add(say("check.recordOf", row.getLong(14), row.getObject(2), row.getString(8)));
                    }
                    digests.put(chain, row.getString(13));
                    places.put(chain, row.getLong(12));
                });
        jdbc.query("select id, place, digest from activity_chain", row -> {
            if (row.getLong(2) != places.getOrDefault(row.getLong(1), 0L)
                    || !row.getString(3).equals(digests.getOrDefault(row.getLong(1), ""))) {
                broken.add(say("check.theLastRecordsOfChainAreMissing", row.getLong(1)));
            }
        });
        add(say("check.noRecordOfActivityWasChangedOr"), broken);
    }

    static String digest(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
