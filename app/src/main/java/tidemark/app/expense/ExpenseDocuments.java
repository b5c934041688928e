package tidemark.app.expense;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.company.DocumentKind;
import tidemark.app.company.NumberedDocuments;
import tidemark.app.ledger.EntrySource;

/** What expenses and movements typed by hand bring into the journal, and how they are numbered. */
@Configuration(proxyBeanMethods = false)
class ExpenseDocuments {
    static final EntrySource EXPENSE = EntrySource.form("EXPENSE", say("expense.expense"));
    static final EntrySource MOVEMENT = EntrySource.form("BANK_MOVEMENT", say("expense.movement"));

    static final DocumentKind EXPENSES = new DocumentKind("EXPENSE", say("expense.expenses"), "EX-");
    static final DocumentKind MOVEMENTS = new DocumentKind("BANK_MOVEMENT", say("expense.movements"), "BM-");

    static EntrySource source(Expense.Kind kind) {
        return kind == Expense.Kind.EXPENSE ? EXPENSE : MOVEMENT;
    }

    static DocumentKind numbers(Expense.Kind kind) {
        return kind == Expense.Kind.EXPENSE ? EXPENSES : MOVEMENTS;
    }

    @Bean
    EntrySource expenseSource() {
        return EXPENSE;
    }

    @Bean
    EntrySource movementSource() {
        return MOVEMENT;
    }

    @Bean
    NumberedDocuments expenseNumbers(ExpenseRepository expenses) {
        return new NumberedDocuments() {
            @Override
            public List<DocumentKind> kinds() {
                return List.of(EXPENSES, MOVEMENTS);
            }

            @Override
            public List<String> numbers(long companyId, DocumentKind kind) {
                return expenses.numbers(
                        companyId, kind.equals(EXPENSES) ? Expense.Kind.EXPENSE : Expense.Kind.MOVEMENT);
            }
        };
    }
}
