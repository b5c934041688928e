package tidemark.app.deposit;

import jakarta.validation.constraints.NotNull;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.company.Companies;
import tidemark.app.ledger.BookingForm;
import tidemark.app.ledger.Ledger;
import tidemark.core.money.MinorUnits;
import tools.jackson.databind.JsonNode;

/** An open slip that a posting run takes to the bank; its count is looked at when it is posted, not before. */
@Component
class SlipForm implements BookingForm<SlipForm.SlipToBank> {
    private final DepositSlips slips;
    private final SlipBankings bankings;
    private final Companies companies;

    SlipForm(DepositSlips slips, SlipBankings bankings, Companies companies) {
        this.slips = slips;
        this.bankings = bankings;
        this.companies = companies;
    }

    /** @param date the day it is taken to the bank */
    record SlipToBank(long slipId, @NotNull LocalDate date) {}

    @Override
    public String kind() {
        return "DEPOSIT_SLIP";
    }

    @Override
    public Class<SlipToBank> type() {
        return SlipToBank.class;
    }

    @Override
    public Ledger.Booked book(long companyId, SlipToBank form, Actor actor) {
        return bankings.bankAsPrepared(companyId, form.slipId(), form.date(), actor.name());
    }

    @Override
    public List<String> amounts(JsonNode form) {
        return List.of(form.path("amount").asString(""));
    }

    @Override
    public String about(long companyId, JsonNode form) {
        Slips.Standing standing = slips.standing(companyId, form.path("slipId").asLong(0));
        return standing.slip().title() + ", "
                + MinorUnits.grouped(standing.total(), companies.get(companyId).baseCurrency());
    }
}
