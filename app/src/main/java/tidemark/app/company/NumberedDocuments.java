package tidemark.app.company;

import java.util.List;

/** The documents of a capability that a company numbers one after another, as the capability brings them. */
public interface NumberedDocuments {
    List<DocumentKind> kinds();

    /** The numbers of all documents of a kind, as they are written; those of other series among them do no harm. */
    List<String> numbers(long companyId, DocumentKind kind);
}
