package tidemark.app.certificate;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.find.FindSource;

/** Certificates as Find anything finds them. */
@Configuration(proxyBeanMethods = false)
class CertificatesFound {
    @Bean
    FindSource foundCertificates() {
        return new FindSource("CERTIFICATE", 5, "certificate", """
                select c.id, b.company_id, b.name as title, 'certified by ' || c.certified_by as detail,
                  case when c.reopened_at is null then '' else 'reopened' end as words,
                  c.seal || ' ' || substring(cast(c.first_day as varchar), 1, 7) as numbers,
                  c.bank_closing_minor_units as minor_units, b.currency, c.last_day as found_day, b.id as place,
                  case when c.reopened_at is null then '' else 'reopened' end as tags
                from certificate c join bank_account b on b.id = c.bank_account_id where true""", "c.id");
    }
}
