package tidemark.app.example;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.BookingForm;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.Ledger;
import tidemark.core.example.MooringFee;
import tidemark.core.ledger.JournalEntry;
import tools.jackson.databind.JsonNode;

/** A form that books, made in test code alone: a mooring fee that a boat paid into the bank account. */
@Component
public class MooringForm implements BookingForm<MooringForm.NewFee> {
    static final EntrySource MOORING = EntrySource.form("MOORING", "mooring fee");

    private final Ledger ledger;
    private final Companies companies;

    MooringForm(Ledger ledger, Companies companies) {
        this.ledger = ledger;
        this.companies = companies;
    }

    @Configuration(proxyBeanMethods = false)
    static class Sources {
        @Bean
        EntrySource mooringSource() {
            return MOORING;
        }
    }

    public record NewFee(
            @NotNull LocalDate date,
            @NotNull @Size(min = 1, max = 60) String boat,
            @Nullable Integer nights,
            @NotNull @Size(max = 20) String cashAccount,
            @NotNull @Size(max = 20) String incomeAccount,
            @NotNull @Size(max = 40) String amount) {}

    @Override
    public String kind() {
        return "MOORING";
    }

    @Override
    public Class<NewFee> type() {
        return NewFee.class;
    }

    @Override
    public List<String> amounts(JsonNode form) {
        return List.of(form.path("amount").asString(""));
    }

    @Override
    public String about(long companyId, JsonNode form) {
        return form.path("boat").asString("");
    }

    @Override
    public Ledger.Booked book(long companyId, NewFee fee, Actor actor) {
        Company company = companies.get(companyId);
        long perNight = company.amountStyle().minorUnits(fee.amount(), company.baseCurrency(), "amount");
        JournalEntry entry = new MooringFee(fee.boat(), fee.nights() == null ? 1 : fee.nights(), perNight)
                .entry(fee.date(), company.baseCurrency(), fee.cashAccount(), fee.incomeAccount());
        return ledger.book(companyId, List.of(new Ledger.Posting(entry, "", "")), MOORING, null, actor.name());
    }
}
