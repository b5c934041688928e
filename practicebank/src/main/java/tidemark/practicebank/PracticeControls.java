package tidemark.practicebank;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import tidemark.practicebank.PracticeBank.Answer;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** What a real bank does not have: its date is moved, customers' doings and troubles are told. */
final class PracticeControls {
    private final State state;
    private final CustomerActivity life;

    PracticeControls(State state, CustomerActivity life) {
        this.state = state;
        this.life = life;
    }

    void tell(String what, JsonNode body) {
        switch (what) {
            case "instructions" -> instructions(body);
            case "advance" -> {
                LocalDate to = LocalDate.parse(body.path("to").asString(""));
                if (to.isBefore(state.date) || to.isAfter(state.date.plusYears(1))) {
                    throw new Answer(
                            400,
                            "PERIOD_INVALID",
                            "The bank's date is " + state.date + " and only goes forward, a year at most");
                }
                state.date = to;
            }
            case "trouble" -> {
                String trouble = body.path("trouble").asString("");
                if (!List.of("NONE", "DOWN", "SLOW", "LIMIT", "REPEAT_PAGE").contains(trouble)) {
                    throw new Answer(400, "FORMAT_ERROR", "No such trouble");
                }
                state.trouble = trouble;
                state.notifyAll();
            }
            case "comes-back" -> {
                String name = body.path("name").asString("");
                String code = body.path("code").asString("");
                if (name.isBlank() || !code.matches("[RC][0-9]{2}|[A-Z]{2}[0-9]{2}")) {
                    throw new Answer(400, "FORMAT_ERROR", "A name and the code of a reason are needed");
                }
                state.comesBack.add(new State.ComesBack(name, code, state.date));
            }
            default -> throw new Answer(404, "RESOURCE_UNKNOWN", "There is nothing here");
        }
        state.keep();
    }

    void show(ObjectNode out) {
        out.put("date", state.date.toString());
        out.put("begin", state.begin.toString());
        out.put("trouble", state.trouble);
        out.put("instructions", state.instructions.size());
        ArrayNode list = out.putArray("accounts");
        state.accounts.forEach(a -> {
            ObjectNode node = list.addObject();
            node.put("resourceId", a.id());
            node.put("opening", BigDecimal.valueOf(a.opening(), 2).toPlainString());
            node.put("balance", BigDecimal.valueOf(life.balance(a), 2).toPlainString());
        });
    }

    private void instructions(JsonNode body) {
        for (JsonNode node : body.path("instructions")) {
            String id = node.path("id").asString();
            LocalDate day = LocalDate.parse(node.path("day").asString(""));
            if (state.instructions.stream().noneMatch(i -> i.id().equals(id))) {
                state.instructions.add(new State.Instruction(
                        id,
                        node.path("account").asString(),
                        // what the bank learns of today it cannot have booked yesterday
                        day.isBefore(state.date) ? state.date : day,
                        node.path("kind").asString(),
                        node.path("cents").asLong(),
                        node.path("reference").asString(),
                        node.path("check").asString(),
                        node.path("name").asString(),
                        node.path("items").valueStream().map(JsonNode::asLong).toList()));
            }
        }
    }
}
