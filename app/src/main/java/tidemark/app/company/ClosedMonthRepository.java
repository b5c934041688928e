package tidemark.app.company;

interface ClosedMonthRepository extends MasterRows<ClosedMonth> {}
