package tidemark.app.review;

import tidemark.app.company.MasterRows;

interface ReviewAnswerRepository extends MasterRows<ReviewAnswer> {}
