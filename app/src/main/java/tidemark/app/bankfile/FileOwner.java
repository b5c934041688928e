package tidemark.app.bankfile;

import java.util.Optional;

/** A kind of run whose files go to the bank, as its capability brings it. */
public interface FileOwner {
    /**
     * @param title in words
     * @param path of the screen that shows it
     * @param stands whether what is in the file is still meant; no longer when its run was reversed
     */
    record Owned(String title, String path, boolean stands) {}

    /** The run that a file is of; empty where it is not of this kind. */
    Optional<Owned> owner(long companyId, long fileId);
}
