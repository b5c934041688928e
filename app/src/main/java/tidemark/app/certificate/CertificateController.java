package tidemark.app.certificate;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.core.certificate.Condition;
import tools.jackson.databind.json.JsonMapper;

/** Certifying over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/bank-accounts/{accountId}/months/{month}")
class CertificateController {
    private final Certification certification;
    private final JsonMapper json;

    CertificateController(Certification certification, JsonMapper json) {
        this.certification = certification;
        this.json = json;
    }

    record CertificationNote(@NotNull @Size(max = 500) String note) {}

    record Reason(@NotNull @Size(max = 500) String reason) {}

    /**
     * @param content what the certificate says, or would say if it were certified now
     * @param seal of the issued certificate, null while there is none
     */
    record CertificateView(
            List<Condition> conditions,
            boolean certified,
            @Nullable String seal,
            Map<String, Object> content) {}

    @GetMapping("/certificate")
    @Requires(Right.VIEW)
    CertificateView certificate(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable YearMonth month, Actor actor) {
        IssuedCertificate issued =
                certification.find(companyId, accountId, month).orElse(null);
        if (issued != null) {
            return new CertificateView(List.of(), true, issued.seal().value(), content(issued));
        }
        return new CertificateView(
                certification.conditions(companyId, accountId, month, actor),
                false,
                null,
                certification.draft(companyId, accountId, month, actor));
    }

    @SuppressWarnings("unchecked")
    private Map<String, Object> content(IssuedCertificate issued) {
        Map<String, Object> file = json.readValue(issued.file(), Map.class);
        return (Map<String, Object>) Objects.requireNonNull(file.get("certificate"));
    }

    @PostMapping("/preparation")
    @Requires(Right.PREPARE)
    void prepare(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable YearMonth month, Actor actor) {
        certification.prepare(companyId, accountId, month, actor);
    }

    /** The certifier sends a month back to be worked on. */
    @PostMapping("/return")
    @Requires(Right.CERTIFY)
    void sendBack(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable YearMonth month,
            @RequestBody @Valid CertificationNote body,
            Actor actor) {
        certification.sendBack(companyId, accountId, month, body.note(), actor);
    }

    /** The preparer takes a month back that waits for its certification. */
    @PostMapping("/withdrawal")
    @Requires(Right.PREPARE)
    void takeBack(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable YearMonth month, Actor actor) {
        certification.sendBack(companyId, accountId, month, "", actor);
    }

    @PostMapping("/certification")
    @Requires(Right.CERTIFY)
    void certify(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable YearMonth month, Actor actor) {
        certification.certify(companyId, accountId, month, actor);
    }

    @PostMapping("/reopening")
    @Requires(Right.CERTIFY)
    void reopen(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable YearMonth month,
            @RequestBody @Valid Reason body,
            Actor actor) {
        certification.reopen(companyId, accountId, month, body.reason(), actor);
    }

    @GetMapping(value = "/certificate.json", produces = MediaType.APPLICATION_JSON_VALUE)
    @Requires(Right.VIEW)
    ResponseEntity<String> jsonFile(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable YearMonth month) {
        IssuedCertificate issued = issued(companyId, accountId, month);
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, attachment(accountId, month, "json"))
                .contentType(MediaType.APPLICATION_JSON)
                .body(issued.file());
    }

    @GetMapping(value = "/certificate.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> pdfFile(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable YearMonth month) {
        IssuedCertificate issued = issued(companyId, accountId, month);
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, attachment(accountId, month, "pdf"))
                .contentType(MediaType.APPLICATION_PDF)
                .body(CertificatePdf.write(content(issued), issued.seal().value()));
    }

    private IssuedCertificate issued(long companyId, long accountId, YearMonth month) {
        return certification
                .find(companyId, accountId, month)
                .orElseThrow(() -> new NotFound(say("certificate.certificate")));
    }

    private static String attachment(long accountId, YearMonth month, String ending) {
        return ContentDisposition.attachment()
                .filename("certificate-" + accountId + "-" + month + "." + ending)
                .build()
                .toString();
    }
}
