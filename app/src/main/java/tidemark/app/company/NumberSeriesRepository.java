package tidemark.app.company;

import java.util.List;

interface NumberSeriesRepository extends MasterRows<NumberSeries> {
    List<NumberSeries> findByCompanyIdAndKind(long companyId, String kind);
}
