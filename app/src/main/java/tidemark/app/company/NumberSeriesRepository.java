package tidemark.app.company;

interface NumberSeriesRepository extends MasterRows<NumberSeries> {}
