package tidemark.app.party;

import jakarta.persistence.Entity;
import tidemark.app.company.MasterRow;

/** Who somebody is, in whatever role: their name and their address. */
@Entity
class PartyIdentity extends MasterRow {
    private String name;
    private String address;

    protected PartyIdentity() {}

    PartyIdentity(long companyId, String name, String address) {
        super(companyId);
        this.name = name;
        this.address = address;
    }

    void set(String newName, String newAddress) {
        name = newName;
        address = newAddress;
    }

    String name() {
        return name;
    }

    String address() {
        return address;
    }
}
