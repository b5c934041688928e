package tidemark.app.party;

import tidemark.app.company.MasterRows;

interface PartyIdentityRepository extends MasterRows<PartyIdentity> {}
