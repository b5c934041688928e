package tidemark.practicebank;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Executors;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The bank's HTTP interface, on this machine alone: consents, accounts, balances and transactions as NextGenPSD2 has
 * them, files of collections and payments handed in in a way of its own, a sign-in page, and the controls by which its date
 * is advanced. Source: Berlin Group, XS2A Framework Implementation Guidelines 1.3.
 */
public final class PracticeBank implements AutoCloseable {
    static final int PAGE = 50;
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int LARGEST_BODY = 4_000_000;

    private final HttpServer server;
    private final State state;
    private final FileDesk desk;
    private final CustomerActivity life;
    private final PracticeControls controls;

    private PracticeBank(HttpServer server, State state) {
        this.server = server;
        this.state = state;
        this.desk = new FileDesk(state);
        this.life = new CustomerActivity(state, desk);
        this.controls = new PracticeControls(state, life);
    }

    /**
     * Starts the bank.
     *
     * @param port 0 for any free one
     * @param file where it keeps what it was told
     * @param begin the day at whose end its books begin
     * @param date its business date when it is new
     */
    public static PracticeBank start(int port, Path file, long seed, LocalDate begin, LocalDate date) {
        try {
            HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
            PracticeBank bank = new PracticeBank(server, State.open(file, seed, begin, date));
            server.setExecutor(Executors.newCachedThreadPool(
                    Thread.ofPlatform().daemon().name("practice-bank-", 1).factory()));
            server.createContext("/", bank::handle);
            server.start();
            return bank;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** {@code PracticeBank [PORT [FILE]]}. */
    public static void main(String[] args) {
        int port = args.length > 0 ? Integer.parseInt(args[0]) : 8461;
        PracticeBank bank = start(
                port,
                Path.of(args.length > 1 ? args[1] : "data/practice-bank.json"),
                20260601,
                LocalDate.of(2026, 5, 31),
                LocalDate.of(2026, 6, 12));
        System.out.println("Practice bank: " + bank.address() + "   (sign in as " + SignInPage.USER + ", "
                + SignInPage.PASSWORD + ")");
    }

    public String address() {
        return "http://127.0.0.1:" + server.getAddress().getPort();
    }

    @Override
    public void close() {
        server.stop(0);
    }

    /** An answer that is not the usual one. */
    static final class Answer extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final int status;
        private final String code;

        Answer(int status, String code, String text) {
            super(text);
            this.status = status;
            this.code = code;
        }
    }

    private void handle(HttpExchange exchange) throws IOException {
        try (exchange) {
            try {
                synchronized (state) {
                    route(exchange);
                }
            } catch (Answer e) {
                ObjectNode body = JSON.createObjectNode();
                ObjectNode message = body.putArray("tppMessages").addObject();
                message.put("category", "ERROR");
                message.put("code", e.code);
                message.put("text", e.getMessage());
                if (e.status == 429) {
                    exchange.getResponseHeaders().set("Retry-After", "3600");
                }
                send(exchange, e.status, body);
            } catch (JacksonException | IllegalArgumentException | java.time.DateTimeException e) {
                ObjectNode body = JSON.createObjectNode();
                body.putArray("tppMessages")
                        .addObject()
                        .put("category", "ERROR")
                        .put("code", "FORMAT_ERROR");
                send(exchange, 400, body);
            }
        }
    }

    private void route(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        String method = exchange.getRequestMethod();
        String[] parts = path.substring(1).split("/");
        if (path.startsWith("/practice-controls")) {
            control(exchange, parts, method);
            return;
        }
        if (path.equals("/sign-in")) {
            signIn(exchange, method);
            return;
        }
        if (parts.length < 2 || !parts[0].equals("v1")) {
            throw new Answer(404, "RESOURCE_UNKNOWN", "There is nothing here");
        }
        switch (state.trouble) {
            case "DOWN" -> throw new Answer(503, "SERVICE_UNAVAILABLE", "The bank is down for maintenance");
            case "SLOW" -> pause();
            case "LIMIT" -> throw new Answer(429, "ACCESS_EXCEEDED", "Too many requests today");
            default -> {}
        }
        if (parts[1].equals("consents")) {
            consents(exchange, parts, method);
        } else if (parts[1].equals("accounts") && parts.length > 3 && parts[3].equals("files")) {
            files(exchange, parts, method);
        } else if (parts[1].equals("accounts") && method.equals("GET")) {
            accounts(exchange, parts);
        } else {
            throw new Answer(404, "RESOURCE_UNKNOWN", "There is nothing here");
        }
    }

    private void pause() {
        try {
            state.wait(20_000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void consents(HttpExchange exchange, String[] parts, String method) throws IOException {
        if (parts.length == 2 && method.equals("POST")) {
            JsonNode body = body(exchange);
            LocalDate until = LocalDate.parse(body.path("validUntil").asString(""));
            String returnTo = exchange.getRequestHeaders().getFirst("TPP-Redirect-URI");
            if (returnTo == null || !until.isAfter(state.date)) {
                throw new Answer(
                        400, "PARAMETER_NOT_SUPPORTED", "TPP-Redirect-URI and a date in the future are needed");
            }
            LocalDate longest = state.date.plusDays(180);
            State.Consent consent = new State.Consent(
                    UUID.randomUUID().toString(),
                    until.isAfter(longest) ? longest : until,
                    "received",
                    List.of(),
                    returnTo);
            state.consents.add(consent);
            state.keep();
            ObjectNode out = JSON.createObjectNode();
            out.put("consentStatus", "received");
            out.put("consentId", consent.id());
            out.put("validUntil", consent.validUntil().toString());
            ObjectNode links = out.putObject("_links");
            links.putObject("scaRedirect").put("href", address() + "/sign-in?consent=" + consent.id());
            links.putObject("self").put("href", "/v1/consents/" + consent.id());
            send(exchange, 201, out);
            return;
        }
        if (parts.length < 3) {
            throw new Answer(405, "SERVICE_INVALID", "Not this way");
        }
        State.Consent consent = consent(parts[2]);
        if (method.equals("DELETE")) {
            if (consent.status().equals("received")) {
                // nobody gave it, so there is nothing to remember
                state.consents.remove(consent);
                state.keep();
            } else {
                replace(consent, "terminatedByTpp", consent.accounts());
            }
            exchange.sendResponseHeaders(204, -1);
            return;
        }
        ObjectNode out = JSON.createObjectNode();
        out.put("consentStatus", status(consent));
        out.put("validUntil", consent.validUntil().toString());
        send(exchange, 200, out);
    }

    private String status(State.Consent consent) {
        return consent.status().equals("valid") && state.date.isAfter(consent.validUntil())
                ? "expired"
                : consent.status();
    }

    private State.Consent consent(String id) {
        return state.consents.stream()
                .filter(c -> c.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new Answer(403, "CONSENT_UNKNOWN", "There is no such consent"));
    }

    private void replace(State.Consent consent, String status, List<String> accounts) {
        state.consents.set(
                state.consents.indexOf(consent),
                new State.Consent(consent.id(), consent.validUntil(), status, accounts, consent.returnTo()));
        state.keep();
    }

    private List<State.Account> open(HttpExchange exchange) {
        String id = exchange.getRequestHeaders().getFirst("Consent-ID");
        State.Consent consent = consent(id == null ? "" : id);
        String status = status(consent);
        if (status.equals("expired")) {
            throw new Answer(401, "CONSENT_EXPIRED", "The consent has lapsed");
        }
        if (!status.equals("valid")) {
            throw new Answer(401, "CONSENT_INVALID", "The consent is " + status);
        }
        return state.accounts.stream()
                .filter(a -> consent.accounts().contains(a.id()))
                .toList();
    }

    private static State.Account account(List<State.Account> open, String id) {
        return open.stream()
                .filter(a -> a.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new Answer(404, "RESOURCE_UNKNOWN", "There is no such account"));
    }

    private void accounts(HttpExchange exchange, String[] parts) throws IOException {
        List<State.Account> open = open(exchange);
        ObjectNode out = JSON.createObjectNode();
        if (parts.length == 2) {
            ArrayNode list = out.putArray("accounts");
            open.forEach(a -> {
                ObjectNode node = list.addObject();
                node.put("resourceId", a.id());
                node.put("bban", a.number());
                node.put("currency", a.currency());
                node.put("name", a.name());
                node.put("cashAccountType", a.savings() ? "SVGS" : "CACC");
            });
            send(exchange, 200, out);
            return;
        }
        State.Account account = account(open, parts[2]);
        out.putObject("account").put("bban", account.number()).put("currency", account.currency());
        String what = parts.length > 3 ? parts[3] : "";
        if (what.equals("balances")) {
            ObjectNode balance = out.putArray("balances").addObject();
            balance.put("balanceType", "closingBooked");
            balance.put("referenceDate", state.date.toString());
            money(balance.putObject("balanceAmount"), account, life.balance(account));
        } else if (what.equals("transactions")) {
            transactions(exchange, account, out);
        } else {
            throw new Answer(404, "RESOURCE_UNKNOWN", "There is nothing here");
        }
        send(exchange, 200, out);
    }

    /**
     * Files of collections and payments of an account: handed in with {@code POST …/files?name=…}, listed, told of one by
     * one, and what the bank answered to each fetched as it is.
     */
    private void files(HttpExchange exchange, String[] parts, String method) throws IOException {
        State.Account account = account(open(exchange), parts[2]);
        ObjectNode out = JSON.createObjectNode();
        if (parts.length == 4 && method.equals("POST")) {
            byte[] content = exchange.getRequestBody().readNBytes(LARGEST_BODY + 1);
            if (content.length > LARGEST_BODY) {
                throw new Answer(413, "SIZE_EXCEEDED", "The bank takes files of " + LARGEST_BODY + " bytes at most");
            }
            String name = query(exchange.getRequestURI().getRawQuery()).getOrDefault("name", "");
            file(out, desk.handIn(account, name, content));
            send(exchange, 201, out);
        } else if (parts.length == 4 && method.equals("GET")) {
            ArrayNode list = out.putArray("files");
            desk.of(account).forEach(f -> file(list.addObject(), f));
            send(exchange, 200, out);
        } else if (parts.length == 5 && method.equals("GET")) {
            file(out, desk.get(account, parts[4]));
            send(exchange, 200, out);
        } else if (parts.length == 7 && parts[5].equals("answers") && method.equals("GET")) {
            List<FileDesk.BackFile> answers = desk.answers(desk.get(account, parts[4]));
            int which = Integer.parseInt(parts[6]);
            if (which < 1 || which > answers.size()) {
                throw new Answer(404, "RESOURCE_UNKNOWN", "There is no such answer");
            }
            FileDesk.BackFile answer = answers.get(which - 1);
            exchange.getResponseHeaders().set("Content-Type", "application/octet-stream");
            exchange.sendResponseHeaders(200, answer.content().length);
            exchange.getResponseBody().write(answer.content());
        } else {
            throw new Answer(405, "SERVICE_INVALID", "Not this way");
        }
    }

    private void file(ObjectNode node, State.HandedIn file) {
        Orders orders = desk.taken(file);
        node.put("fileId", file.id());
        node.put("name", file.name());
        node.put("messageId", file.messageId());
        node.put("sha256", file.sha256());
        node.put("day", file.day().toString());
        node.put("state", file.problems().isEmpty() ? "ACCEPTED" : "REFUSED");
        node.put("collected", java.math.BigDecimal.valueOf(orders.sum(true), 2).toPlainString());
        node.put("paid", java.math.BigDecimal.valueOf(orders.sum(false), 2).toPlainString());
        ArrayNode problems = node.putArray("problems");
        file.problems().forEach(problems::add);
        ArrayNode answers = node.putArray("answers");
        desk.answers(file)
                .forEach(a -> answers.addObject()
                        .put("name", a.name())
                        .put("day", a.day().toString()));
    }

    private static void money(ObjectNode node, State.Account account, long cents) {
        node.put("currency", account.currency());
        node.put("amount", java.math.BigDecimal.valueOf(cents, 2).toPlainString());
    }

    private void transactions(HttpExchange exchange, State.Account account, ObjectNode out) {
        Map<String, String> query = query(exchange.getRequestURI().getRawQuery());
        LocalDate from = LocalDate.parse(query.getOrDefault("dateFrom", state.begin.toString()));
        LocalDate to = LocalDate.parse(query.getOrDefault("dateTo", state.date.toString()));
        int page = Integer.parseInt(query.getOrDefault("page", "1"));
        // a bank in this kind of trouble gives the page before once more
        int given = state.trouble.equals("REPEAT_PAGE") && page > 1 ? page - 1 : page;
        List<CustomerActivity.Line> booked = life.booked(account).stream()
                .filter(l -> !l.day().isBefore(from) && !l.day().isAfter(to))
                .toList();
        ObjectNode transactions = out.putObject("transactions");
        ArrayNode list = transactions.putArray("booked");
        booked.stream()
                .skip((long) (given - 1) * PAGE)
                .limit(PAGE)
                .forEach(l -> transaction(list.addObject(), account, l));
        if (page == 1 && "both".equals(query.getOrDefault("bookingStatus", "both"))) {
            ArrayNode pending = transactions.putArray("pending");
            life.pending(account).forEach(l -> transaction(pending.addObject(), account, l));
        }
        ObjectNode links = transactions.putObject("_links");
        if (booked.size() > page * PAGE) {
            links.putObject("next")
                    .put(
                            "href",
                            "/v1/accounts/" + account.id() + "/transactions?bookingStatus=both&dateFrom=" + from
                                    + "&dateTo=" + to + "&page=" + (page + 1));
        }
    }

    private static void transaction(ObjectNode node, State.Account account, CustomerActivity.Line line) {
        if (!line.id().isEmpty()) {
            node.put("transactionId", line.id());
        }
        node.put("bookingDate", line.day().toString());
        node.put("valueDate", line.day().toString());
        money(node.putObject("transactionAmount"), account, line.cents());
        if (!line.endToEnd().isEmpty()) {
            node.put("endToEndId", line.endToEnd());
        }
        if (!line.check().isEmpty()) {
            node.put("checkId", line.check());
        }
        if (!line.name().isEmpty()) {
            node.put(line.cents() < 0 ? "creditorName" : "debtorName", line.name());
        }
        node.put("remittanceInformationUnstructured", line.text());
        node.put("proprietaryBankTransactionCode", line.code());
    }

    private void signIn(HttpExchange exchange, String method) throws IOException {
        Map<String, String> query = query(exchange.getRequestURI().getRawQuery());
        State.Consent consent = consent(query.getOrDefault("consent", ""));
        String told = "";
        if (method.equals("POST")) {
            Map<String, String> form =
                    query(new String(exchange.getRequestBody().readNBytes(10_000), StandardCharsets.UTF_8));
            List<String> chosen = new ArrayList<>();
            state.accounts.forEach(a -> {
                if (form.containsKey(a.id())) {
                    chosen.add(a.id());
                }
            });
            boolean refuse = form.containsKey("refuse");
            if (refuse
                    || (SignInPage.USER.equals(form.get("user"))
                            && SignInPage.PASSWORD.equals(form.get("password"))
                            && !chosen.isEmpty())) {
                if (status(consent).equals("received")) {
                    replace(consent, refuse ? "rejected" : "valid", chosen);
                }
                exchange.getResponseHeaders().set("Location", consent.returnTo());
                exchange.sendResponseHeaders(303, -1);
                return;
            }
            told = chosen.isEmpty() ? "Choose at least one account." : "That name and password do not go together.";
        }
        byte[] bytes = SignInPage.of(consent, told, state.accounts).getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "text/html; charset=utf-8");
        exchange.getResponseHeaders().set("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'");
        exchange.sendResponseHeaders(200, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    private void control(HttpExchange exchange, String[] parts, String method) throws IOException {
        if (!"yes".equals(exchange.getRequestHeaders().getFirst("X-Practice-Controls"))) {
            throw new Answer(403, "RIGHT_MISSING", "Only for practice");
        }
        if (method.equals("POST")) {
            controls.tell(parts.length > 1 ? parts[1] : "", body(exchange));
        }
        ObjectNode out = JSON.createObjectNode();
        controls.show(out);
        send(exchange, 200, out);
    }

    private static JsonNode body(HttpExchange exchange) throws IOException {
        return JSON.readTree(exchange.getRequestBody().readNBytes(LARGEST_BODY));
    }

    private static void send(HttpExchange exchange, int status, ObjectNode body) throws IOException {
        byte[] bytes = JSON.writeValueAsString(body).getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        String request = exchange.getRequestHeaders().getFirst("X-Request-ID");
        if (request != null) {
            exchange.getResponseHeaders().set("X-Request-ID", URLEncoder.encode(request, StandardCharsets.UTF_8));
        }
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    private static Map<String, String> query(@Nullable String raw) {
        Map<String, String> out = new HashMap<>();
        if (raw != null) {
            for (String pair : raw.split("&")) {
                int equals = pair.indexOf('=');
                String name = equals < 0 ? pair : pair.substring(0, equals);
                out.put(
                        URLDecoder.decode(name, StandardCharsets.UTF_8),
                        equals < 0 ? "" : URLDecoder.decode(pair.substring(equals + 1), StandardCharsets.UTF_8));
            }
        }
        return out;
    }
}
