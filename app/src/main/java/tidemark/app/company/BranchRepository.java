package tidemark.app.company;

interface BranchRepository extends MasterRows<Branch> {}
