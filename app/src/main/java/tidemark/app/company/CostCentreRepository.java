package tidemark.app.company;

interface CostCentreRepository extends MasterRows<CostCentre> {}
