package tidemark.app.company;

interface TaxCodeRepository extends MasterRows<TaxCode> {}
