package tidemark.app.card;

import tidemark.app.company.MasterRows;

interface CardProcessorRepository extends MasterRows<CardProcessor> {}
