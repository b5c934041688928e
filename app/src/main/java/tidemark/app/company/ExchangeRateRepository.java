package tidemark.app.company;

interface ExchangeRateRepository extends MasterRows<ExchangeRate> {}
