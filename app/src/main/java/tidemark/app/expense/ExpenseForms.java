package tidemark.app.expense;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The forms that drafts keep of expenses and movements. */
@Configuration(proxyBeanMethods = false)
class ExpenseForms {
    @Bean
    ExpenseForm expenseForm(Expenses expenses) {
        return new ExpenseForm("EXPENSE", expenses);
    }

    @Bean
    ExpenseForm movementForm(Expenses expenses) {
        return new ExpenseForm("BANK_MOVEMENT", expenses);
    }
}
