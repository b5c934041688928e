package tidemark.app.pettycash;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.ledger.BookingForm;
import tidemark.app.ledger.Ledger;
import tools.jackson.databind.JsonNode;

/** A voucher of petty cash. */
@Component
class VoucherForm implements BookingForm<Vouchers.NewVoucher> {
    private final Vouchers vouchers;

    VoucherForm(Vouchers vouchers) {
        this.vouchers = vouchers;
    }

    @Override
    public String kind() {
        return "VOUCHER";
    }

    @Override
    public Class<Vouchers.NewVoucher> type() {
        return Vouchers.NewVoucher.class;
    }

    @Override
    public Ledger.Booked book(long companyId, Vouchers.NewVoucher form, Actor actor) {
        return vouchers.book(companyId, form, actor.name()).booked();
    }

    @Override
    public List<String> amounts(JsonNode form) {
        List<String> out = new ArrayList<>();
        out.add(form.path("amount").asString(""));
        form.path("lines").forEach(l -> out.add(l.path("amount").asString("")));
        return out;
    }

    @Override
    public String about(long companyId, JsonNode form) {
        return form.path("who").asString("");
    }
}
