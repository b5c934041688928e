package tidemark.app.collection;

import tidemark.app.company.MasterRows;

interface BankFileRepository extends MasterRows<BankFileRow> {}
