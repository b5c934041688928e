package tidemark.app.recurring;

import tidemark.app.company.MasterRows;

interface RecurringInvoiceRepository extends MasterRows<RecurringInvoice> {}
