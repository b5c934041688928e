package tidemark.app.company;

interface BankRepository extends MasterRows<Bank> {}
