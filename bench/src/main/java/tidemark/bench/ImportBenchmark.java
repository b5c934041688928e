package tidemark.bench;

import java.sql.Connection;
import java.sql.Date;
import java.sql.PreparedStatement;
import java.time.LocalDate;
import javax.sql.DataSource;
import tidemark.app.company.BankAccount;
import tidemark.app.statement.incoming.IncomingFiles;
import tidemark.core.statement.BankLine;

/**
 * Taking a statement of 100,000 lines (reading, checking, and writing it through Hibernate) against plain JDBC batches
 * that insert the same rows, already in memory, into the same tables.
 */
final class ImportBenchmark implements Benchmarks.Benchmark {
    private static final int LINES = 100_000;
    private static final LocalDate FROM = LocalDate.of(2026, 1, 1);
    private static final LocalDate TO = LocalDate.of(2026, 12, 31);

    @Override
    public void run() throws Exception {
        Installation installation = new Installation();
        IncomingFiles incomingFiles = installation.bean(IncomingFiles.class);
        DataSource books = installation.bean(DataSource.class);
        long[] ids = {5_000_000_000L};
        Pairs.compare(
                "taking a statement of 100,000 lines",
                1,
                3,
                "application",
                round -> {
                    BankAccount account = installation.account();
                    Statements100k.Made made =
                            Statements100k.make(account.number(), LINES, 0, FROM, TO, "A" + round + "-");
                    incomingFiles.takeNow(installation.company(), account.id(), "a.xml", made.file(), "bench");
                },
                "JDBC batches",
                round -> {
                    BankAccount account = installation.account();
                    Statements100k.Made made =
                            Statements100k.make(account.number(), LINES, 0, FROM, TO, "B" + round + "-");
                    insert(books, account, made, ids);
                });
    }

    private static void insert(DataSource books, BankAccount account, Statements100k.Made made, long[] ids)
            throws Exception {
        try (Connection connection = books.getConnection()) {
            connection.setAutoCommit(false);
            long statement = ids[0]++;
            try (PreparedStatement insert = connection.prepareStatement(
                    "insert into statement values (?, ?, null, '', ?, ?, 0, ?, ?, 'bench', current_timestamp, null, 'FILE', '', '')")) {
                insert.setLong(1, statement);
                insert.setLong(2, account.id());
                insert.setDate(3, Date.valueOf(FROM));
                insert.setDate(4, Date.valueOf(TO));
                insert.setLong(5, made.header().closingMinorUnits());
                insert.setInt(6, LINES);
                insert.executeUpdate();
            }
            long balance = 0;
            try (PreparedStatement insert = connection.prepareStatement(
                    "insert into bank_line values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, null, '')")) {
                int place = 0;
                for (BankLine line : made.lines()) {
                    balance += line.minorUnits();
                    insert.setLong(1, ids[0]++);
                    insert.setLong(2, account.id());
                    insert.setLong(3, statement);
                    insert.setLong(4, ++place);
                    insert.setDate(5, Date.valueOf(line.bookingDate()));
                    insert.setDate(6, Date.valueOf(line.valueDate()));
                    insert.setLong(7, line.minorUnits());
                    insert.setLong(8, balance);
                    insert.setString(9, line.reference());
                    insert.setString(10, line.bankReference());
                    insert.setString(11, line.checkNumber());
                    insert.setString(12, line.counterparty());
                    insert.setString(13, line.text());
                    insert.setString(14, line.code());
                    insert.addBatch();
                    if (place % 1000 == 0) {
                        insert.executeBatch();
                    }
                }
                insert.executeBatch();
            }
            connection.commit();
        }
    }
}
