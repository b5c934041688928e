package tidemark.app.link;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import java.util.UUID;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A client of the account-information interface NextGenPSD2 (Berlin Group, XS2A Framework Implementation Guidelines
 * 1.3): consents, accounts, balances, transactions with paging. Answers are bounded, redirects are not followed, a next
 * page must lie at the same bank, and a page that repeats another adds nothing.
 */
@Component
class AccountInformation {
    private static final int LARGEST = 20_000_000;
    private static final int MOST_PAGES = 400;

    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(Duration.ofSeconds(5))
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();
    private final Duration patience;
    private final JsonMapper json;

    AccountInformation(JsonMapper json, @Value("${tidemark.link.patience-seconds:12}") long seconds) {
        this.json = json;
        this.patience = Duration.ofSeconds(seconds);
    }

    /** A consent that was asked for, and where the person signs in for it. */
    record Asked(String consentId, LocalDate validUntil, String signInAt) {}

    /** @param status as the bank has it, in small letters */
    record Consent(String status, LocalDate validUntil) {}

    Asked ask(Banks.Bank bank, LocalDate validUntil, String returnTo) {
        ObjectNode body = json.createObjectNode();
        ObjectNode access = body.putObject("access");
        access.putArray("accounts");
        access.putArray("balances");
        access.putArray("transactions");
        body.put("recurringIndicator", true);
        body.put("validUntil", validUntil.toString());
        body.put("frequencyPerDay", 24);
        body.put("combinedServiceIndicator", false);
        JsonNode answer = send(
                bank,
                request(bank, "/v1/consents", "")
                        .header("TPP-Redirect-URI", returnTo)
                        .header("Content-Type", "application/json")
                        .POST(HttpRequest.BodyPublishers.ofString(json.writeValueAsString(body))));
        String signIn = answer.path("_links").path("scaRedirect").path("href").asString("");
        String id = answer.path("consentId").asString("");
        if (id.isEmpty() || !(signIn.startsWith("https://") || signIn.startsWith("http://127.0.0.1:"))) {
            throw new LinkFailure(LinkFailure.Kind.UNREADABLE, say("link.noConsentOrNoPageToSign"));
        }
        String until = answer.path("validUntil").asString("");
        return new Asked(id, until.isEmpty() ? validUntil : date(until), signIn);
    }

    Consent consent(Banks.Bank bank, String consentId) {
        JsonNode answer = send(
                bank,
                request(bank, "/v1/consents/" + encoded(consentId), consentId).GET());
        return new Consent(
                answer.path("consentStatus").asString("").toLowerCase(Locale.ROOT),
                date(answer.path("validUntil").asString("")));
    }

    void end(Banks.Bank bank, String consentId) {
        send(
                bank,
                request(bank, "/v1/consents/" + encoded(consentId), consentId).DELETE());
    }

    JsonNode accounts(Banks.Bank bank, String consentId) {
        return send(bank, request(bank, "/v1/accounts", consentId).GET()).path("accounts");
    }

    /** Everything of one account from a day on, as it is kept: balances, and all pages of transactions as one list. */
    ObjectNode fetch(Banks.Bank bank, String consentId, String resource, LocalDate from) {
        String base = "/v1/accounts/" + encoded(resource);
        ObjectNode out = json.createObjectNode();
        out.put("from", from.toString());
        out.set(
                "balances",
                send(bank, request(bank, base + "/balances", consentId).GET()).path("balances"));
        ArrayNode booked = out.putArray("booked");
        ArrayNode pending = out.putArray("pending");
        Set<String> seen = new HashSet<>();
        Set<String> pages = new HashSet<>();
        String next = base + "/transactions?bookingStatus=both&dateFrom=" + from;
        int count = 0;
        int repeated = 0;
        while (!next.isEmpty() && pages.add(next)) {
            if (++count > MOST_PAGES) {
                throw new LinkFailure(LinkFailure.Kind.UNREADABLE, say("link.moreThanPages", MOST_PAGES));
            }
            JsonNode transactions =
                    send(bank, request(bank, next, consentId).GET()).path("transactions");
            for (JsonNode node : transactions.path("booked")) {
                String id = node.path("transactionId").asString("");
                if (id.isEmpty() || seen.add(id)) {
                    booked.add(node);
                } else {
                    repeated++;
                }
            }
            transactions.path("pending").forEach(pending::add);
            next = local(
                    bank, transactions.path("_links").path("next").path("href").asString(""));
        }
        out.put("repeated", repeated);
        return out;
    }

    /** The path of a next page, which has to lie at the same bank. */
    private static String local(Banks.Bank bank, String href) {
        if (href.isEmpty() || href.startsWith("/")) {
            return href.startsWith("//") ? "" : href;
        }
        URI uri = URI.create(href);
        if (!bank.address().getAuthority().equals(uri.getAuthority())) {
            throw new LinkFailure(LinkFailure.Kind.UNREADABLE, say("link.aNextPageAtAnotherPlace"));
        }
        return uri.getRawPath() + (uri.getRawQuery() == null ? "" : "?" + uri.getRawQuery());
    }

    static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    HttpRequest.Builder request(Banks.Bank bank, String path, String consentId) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(bank.address() + path))
                .timeout(patience)
                .header("Accept", "application/json")
                .header("X-Request-ID", UUID.randomUUID().toString());
        if (!consentId.isEmpty()) {
            request.header("Consent-ID", consentId);
        }
        return request;
    }

    JsonNode send(Banks.Bank bank, HttpRequest.Builder request) {
        Reply reply = exchanged(bank, request);
        return reply.status() == 204 ? json.createObjectNode() : node(reply);
    }

    /** What a bank gives as it is, not as JSON. */
    byte[] fetched(Banks.Bank bank, HttpRequest.Builder request) {
        return exchanged(bank, request).body();
    }

    private record Reply(int status, byte[] body) {}

    /** @throws LinkFailure where it is no answer, or one of trouble */
    private Reply exchanged(Banks.Bank bank, HttpRequest.Builder request) {
        try {
            HttpResponse<java.io.InputStream> response =
                    http.send(request.build(), HttpResponse.BodyHandlers.ofInputStream());
            byte[] body;
            try (java.io.InputStream in = response.body()) {
                body = in.readNBytes(LARGEST + 1);
            }
            if (body.length > LARGEST) {
                throw new LinkFailure(LinkFailure.Kind.UNREADABLE, say("link.anAnswerOfMoreThanBytes", LARGEST));
            }
            Reply reply = new Reply(response.statusCode(), body);
            if (reply.status() / 100 != 2) {
                throw trouble(reply.status(), node(reply).path("tppMessages").path(0));
            }
            return reply;
        } catch (HttpTimeoutException e) {
            throw new LinkFailure(LinkFailure.Kind.SLOW, bank.name());
        } catch (IOException e) {
            throw new LinkFailure(LinkFailure.Kind.DOWN, bank.name());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new LinkFailure(LinkFailure.Kind.DOWN, bank.name());
        }
    }

    private JsonNode node(Reply reply) {
        try {
            return json.readTree(reply.body());
        } catch (JacksonException e) {
            throw reply.status() >= 500
                    ? new LinkFailure(LinkFailure.Kind.DOWN, say("link.answer", reply.status()))
                    : new LinkFailure(LinkFailure.Kind.UNREADABLE, say("link.noJson"));
        }
    }

    private static LinkFailure trouble(int status, JsonNode message) {
        String code = message.path("code").asString("");
        String text = message.path("text").asString(code);
        String detail = text.length() > 200 ? text.substring(0, 200) : text;
        if (code.startsWith("CONSENT_") || status == 401) {
            return new LinkFailure(LinkFailure.Kind.LAPSED, detail);
        }
        if (status == 429 || code.equals("ACCESS_EXCEEDED")) {
            return new LinkFailure(LinkFailure.Kind.LIMITED, detail);
        }
        return new LinkFailure(status >= 500 ? LinkFailure.Kind.DOWN : LinkFailure.Kind.REFUSED, detail);
    }

    private static LocalDate date(String text) {
        try {
            return LocalDate.parse(text);
        } catch (java.time.DateTimeException e) {
            throw new LinkFailure(LinkFailure.Kind.UNREADABLE, say("link.noDateWhereOneShouldBe"));
        }
    }
}
