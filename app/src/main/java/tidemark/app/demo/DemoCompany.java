package tidemark.app.demo;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joda.money.CurrencyUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.app.access.Actor;
import tidemark.app.access.People;
import tidemark.app.access.Person;
import tidemark.app.access.Role;
import tidemark.app.certificate.Certification;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.DateOrder;
import tidemark.app.company.MasterData;
import tidemark.app.ledger.Ledger;
import tidemark.app.linebooking.LineEntries;
import tidemark.app.matching.FirmMatches;
import tidemark.app.matching.Matches;
import tidemark.app.reconcile.MonthData;
import tidemark.app.reconcile.Months;
import tidemark.app.setup.SetUp;
import tidemark.app.statement.Statements;
import tidemark.app.statement.incoming.IncomingFiles;
import tidemark.core.format.CamtWriter;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.PartyId;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.proof.Ladder;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.statement.StatementHeader;

/** Tells the demo company's half year through the application's own services, whole or not at all. */
@Component
@ConditionalOnProperty(name = "tidemark.demo", havingValue = "true")
public class DemoCompany {
    private static final Logger LOG = LoggerFactory.getLogger(DemoCompany.class);
    /** Printed at every start of the demo; there is nothing to protect in it. */
    public static final String PASSWORD = "quillhaven-harbour";

    private static final String IRIS = "Iris Calloway";
    private static final CurrencyUnit USD = CurrencyUnit.USD;

    private final SetUp setUp;
    private final People people;
    private final Ledger ledger;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final MasterData masterData;
    private final DemoBooks books;
    private final DemoLedger demoLedger;
    private final DemoDesk desk;
    private final DemoPettyCash pettyCash;
    private final DemoExpenses expenses;
    private final DemoCollections collections;
    private final DemoPaymentRun paymentRun;
    private final Statements statements;
    private final IncomingFiles incomingFiles;
    private final Months months;
    private final Matches matches;
    private final FirmMatches firmMatches;
    private final Certification certification;
    private final DemoClock clock;
    private final TransactionTemplate transaction;

    DemoCompany(
            SetUp setUp,
            People people,
            Ledger ledger,
            Companies companies,
            BankAccounts bankAccounts,
            MasterData masterData,
            DemoBooks books,
            DemoLedger demoLedger,
            DemoDesk desk,
            DemoPettyCash pettyCash,
            DemoExpenses expenses,
            DemoCollections collections,
            DemoPaymentRun paymentRun,
            Statements statements,
            IncomingFiles incomingFiles,
            Months months,
            Matches matches,
            FirmMatches firmMatches,
            Certification certification,
            DemoClock clock,
            PlatformTransactionManager transactions) {
        this.setUp = setUp;
        this.people = people;
        this.ledger = ledger;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.masterData = masterData;
        this.books = books;
        this.demoLedger = demoLedger;
        this.desk = desk;
        this.pettyCash = pettyCash;
        this.expenses = expenses;
        this.collections = collections;
        this.paymentRun = paymentRun;
        this.statements = statements;
        this.incomingFiles = incomingFiles;
        this.months = months;
        this.matches = matches;
        this.firmMatches = firmMatches;
        this.certification = certification;
        this.clock = clock;
        this.transaction = new TransactionTemplate(transactions);
    }

    /** A statement file of the story. */
    public record StatementFile(String name, byte[] content) {}

    /** Tells the story once; later starts keep what was made of it. */
    public void tell() {
        if (people.anybody()) {
            return;
        }
        try {
            transaction.executeWithoutResult(status -> build());
        } finally {
            clock.live();
        }
        LOG.info("The demo company is ready");
    }

    private void build() {
        clock.tell(LocalDate.of(2025, 12, 31), 16, 0);
        Company company = setUp.firstRun(
                new SetUp.FirstRun(
                        "Quillhaven Marina and Boatyard", "USD", DemoClock.ZONE.getId(), "iris", IRIS, PASSWORD),
                List.of("Dock office", "Workshop"));
        long id = company.id();
        Actor maren = person(id, "maren", "Maren Oduya", Role.PREPARER);
        Actor torvald = person(id, "torvald", "Torvald Brandvold", Role.CERTIFIER);
        person(id, "paz", "Paz Ferreira", Role.VIEWER);
        companies.change(
                id,
                company.name(),
                2_500_000L,
                companies.today(id),
                AmountStyle.POINT,
                DateOrder.MONTH_FIRST,
                company.zone().getId(),
                IRIS);
        DemoBooks.Names names = books.setUp(id, IRIS);
        Map<String, BankAccount> accounts = new HashMap<>();
        add(accounts, id, Story.OPERATING, "Northbank", "0021-7731-4417", "84210.55");
        add(accounts, id, Story.PAYROLL, "Northbank", "0021-7731-4425", "12480.20");
        add(accounts, id, Story.RESERVE, "Coast Union", "CU-5520-0093", "244871.36");
        DemoLedger.Place place = new DemoLedger.Place(id, names, accounts, maren);

        Story story = new Story();
        DemoBusiness life = new DemoBusiness(
                story.bookings(),
                names.customers().keySet().stream().sorted().toList(),
                names.suppliers().keySet().stream().sorted().toList());
        for (YearMonth month = Story.FIRST; !month.isAfter(Story.LAST); month = month.plusMonths(1)) {
            clock.tell(month.atEndOfMonth(), 17, 30);
            demoLedger.book(place, month, story, life);
            if (month.isBefore(Story.LAST)) {
                LocalDate close = month.atEndOfMonth().plusDays(3);
                for (String name : List.of(Story.OPERATING, Story.PAYROLL, Story.RESERVE)) {
                    clock.tell(close, 9, 40);
                    demoLedger.letGo();
                    long account = Objects.requireNonNull(accounts.get(name)).id();
                    close(id, bankAccounts.get(id, account), name, story, month, maren, torvald);
                }
                pettyCash.month(place, month, torvald);
            }
        }
        for (YearMonth month = Story.FIRST; month.isBefore(YearMonth.of(2026, 5)); month = month.plusMonths(1)) {
            masterData.close(id, month, true, IRIS);
        }
        clock.tell(LocalDate.of(2026, 7, 1), 17, 30);
        demoLedger.bookPlain(place, story.bookings(Story.LAST.plusMonths(1)));
        clock.tell(LocalDate.of(2026, 7, 2), 8, 50);
        desk.fill(place);
        pettyCash.tell(place);
        expenses.tell(place);
        collections.tell(place);
        paymentRun.tell(
                place,
                maren,
                people.members(id).stream()
                        .filter(p -> p.login().equals("iris"))
                        .map(p -> new Actor(p.id(), p.login(), p.name()))
                        .findFirst()
                        .orElseThrow());
    }

    private Actor person(long companyId, String login, String name, Role role) {
        Person person = people.create(login, name, PASSWORD);
        people.setRoles(person.id(), companyId, EnumSet.of(role), IRIS);
        return new Actor(person.id(), login, name);
    }

    private void add(
            Map<String, BankAccount> accounts,
            long companyId,
            String name,
            String bank,
            String number,
            String opening) {
        accounts.put(
                name,
                setUp.addBankAccount(
                                companyId,
                                new SetUp.NewBankAccount(
                                        name, bank, number, "", Story.FIRST.minusMonths(1), opening, "", null),
                                IRIS)
                        .account());
    }

    private void close(
            long companyId,
            BankAccount account,
            String name,
            Story story,
            YearMonth month,
            Actor maren,
            Actor torvald) {
        List<Story.BankItem> items = story.items(name, month);
        long opening = statements.lastClosing(account).minorUnits();
        StatementFile file = file(account, items, month, opening);
        incomingFiles.takeNow(companyId, account.id(), file.name(), file.content(), maren.name());
        firmMatches.takeFirm(companyId, account.id(), month, maren.name());
        explainRest(companyId, account, items, month, maren);
        certification.prepare(companyId, account.id(), month, maren);
        clock.tell(month.atEndOfMonth().plusDays(4), 10, 15);
        certification.certify(companyId, account.id(), month, torvald);
    }

    /** What the firm matches left: ties it by hand as the story has it, and books what only the bank knew. */
    private void explainRest(
            long companyId, BankAccount account, List<Story.BankItem> items, YearMonth month, Actor maren) {
        MonthData data = months.loadForChange(account, month);
        List<Ladder.Row> rows = data.ladder().rows();
        Map<String, List<Long>> together = new HashMap<>();
        for (int i = 0; i < rows.size(); i++) {
            if (rows.get(i).state() != Ladder.State.OPEN) {
                continue;
            }
            Story.BankItem item = items.get(i);
            BankLine line = rows.get(i).line();
            if (item.bookedOn() != null) {
                JournalEntry entry = BankLineBooking.entry(
                        new BankLineBooking.Movement(
                                line.bookingDate(), USD, line.minorUnits(), line.bankReference(), "", line.title()),
                        ledger.account(companyId, account.ledgerAccountId()).code(),
                        item.bookedOn(),
                        PartyId.NONE);
                matches.bookFromLine(
                        companyId,
                        account.id(),
                        line.id().value(),
                        new Ledger.Posting(entry, "", ""),
                        LineEntries.BANK_LINE,
                        List.of(),
                        maren.name());
            } else {
                together.computeIfAbsent(String.join("+", item.explainedBy()), k -> new ArrayList<>())
                        .add(line.id().value());
            }
        }
        together.forEach((keys, lineIds) -> {
            List<Long> entryIds = new ArrayList<>();
            for (String key : keys.split("\\+")) {
                entryIds.add(demoLedger.cashEntry(key, account));
            }
            matches.match(companyId, account.id(), lineIds, entryIds, maren.name());
        });
    }

    /** June's files, which the user drops; the same bytes at every call. */
    public static List<StatementFile> juneFiles(Map<String, BankAccount> accounts, Map<String, Long> openings) {
        Story story = new Story();
        List<StatementFile> out = new ArrayList<>();
        for (String name : List.of(Story.OPERATING, Story.PAYROLL, Story.RESERVE, Story.EURO)) {
            BankAccount account = Objects.requireNonNull(accounts.get(name));
            long opening = Objects.requireNonNull(openings.get(name));
            out.add(file(account, story.items(name, Story.LAST), Story.LAST, opening));
        }
        return out;
    }

    /** The first two days of July on Operating, for whoever has closed June; the same bytes at every call. */
    public static StatementFile julyFile(BankAccount operating, long juneOpening) {
        Story story = new Story();
        long opening = juneOpening;
        for (Story.BankItem item : story.items(Story.OPERATING, Story.LAST)) {
            opening = Math.addExact(opening, item.cents());
        }
        YearMonth july = Story.LAST.plusMonths(1);
        LocalDate last = july.atDay(2);
        List<Story.BankItem> days = story.items(Story.OPERATING, july).stream()
                .filter(item -> !item.date().isAfter(last))
                .toList();
        return file(operating, days, july, last, opening);
    }

    private static StatementFile file(BankAccount account, List<Story.BankItem> items, YearMonth month, long opening) {
        return file(account, items, month, month.atEndOfMonth(), opening);
    }

    private static StatementFile file(
            BankAccount account, List<Story.BankItem> items, YearMonth month, LocalDate lastDay, long opening) {
        List<BankLine> lines = new ArrayList<>();
        long closing = opening;
        for (Story.BankItem item : items) {
            closing = Math.addExact(closing, item.cents());
            lines.add(new BankLine(
                    new BankLineId(lines.size() + 1),
                    item.date(),
                    item.date(),
                    item.cents(),
                    item.reference(),
                    "%s%02d-%03d"
                                    .formatted(
                                            account.bank().substring(0, 2).toUpperCase(java.util.Locale.ROOT),
                                            month.getMonthValue(),
                                            lines.size() + 1)
                            + account.shortNumber().substring(2),
                    item.check(),
                    item.counterparty(),
                    item.text(),
                    item.code()));
        }
        String stem = account.name().toLowerCase(java.util.Locale.ROOT).replace(' ', '-') + "-" + month;
        if (account.name().equals(Story.RESERVE)) {
            return new StatementFile(stem + ".csv", csv(lines, opening).getBytes(StandardCharsets.UTF_8));
        }
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        CamtWriter.write(
                new StatementHeader(
                        account.number(),
                        month + "-" + account.shortNumber().substring(2),
                        account.currency(),
                        month.atDay(1),
                        lastDay,
                        opening,
                        closing),
                lines,
                bytes);
        return new StatementFile(stem + ".xml", bytes.toByteArray());
    }

    private static String csv(List<BankLine> lines, long opening) {
        StringBuilder out = new StringBuilder("date,amount,balance,reference,bank_reference,text,code\n");
        long balance = opening;
        for (BankLine l : lines) {
            balance = Math.addExact(balance, l.minorUnits());
            out.append(String.join(
                            ",",
                            l.bookingDate().toString(),
                            MinorUnits.toDecimal(l.minorUnits(), USD),
                            MinorUnits.toDecimal(balance, USD),
                            l.reference(),
                            l.bankReference(),
                            l.text(),
                            l.code()))
                    .append('\n');
        }
        return out.toString();
    }
}
