package tidemark.app.bankfile;

import java.util.Optional;
import tidemark.app.company.MasterRows;

interface WrittenFileRepository extends MasterRows<WrittenFile> {
    Optional<WrittenFile> findByCompanyIdAndMessageId(long companyId, String messageId);
}
