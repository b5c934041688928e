package tidemark.app.setup;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.sql.SQLException;
import java.util.List;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.activity.ActivityLog;
import tidemark.app.database.BackupRequests;
import tidemark.app.database.Backups;

/** The backups beside the books: what there is, and one now. They stay on the server; nobody takes books out here. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/backups")
class BackupController {
    private final BackupRequests backups;
    private final ActivityLog activity;

    BackupController(BackupRequests backups, ActivityLog activity) {
        this.backups = backups;
        this.activity = activity;
    }

    record MadeBackup(String name) {}

    @GetMapping
    @Requires(Right.ADMINISTER)
    List<Backups.KeptBackup> kept(@PathVariable long companyId) throws IOException {
        return backups.kept();
    }

    @PostMapping
    @Requires(Right.ADMINISTER)
    @Transactional(rollbackFor = Exception.class)
    public MadeBackup now(@PathVariable long companyId, Actor actor) throws IOException, SQLException {
        String name = backups.now();
        activity.record(
                companyId,
                actor.name(),
                "backup.made",
                "company",
                companyId,
                say("backup.made.backedUpTheBooks", name));
        return new MadeBackup(name);
    }
}
