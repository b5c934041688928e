package tidemark.practicebank;

import java.util.List;

/** The page of the practice bank on which a person signs in and chooses what the asking party may look at. */
final class SignInPage {
    static final String USER = "guest";
    static final String PASSWORD = "harbour";

    private SignInPage() {}

    static String of(State.Consent consent, String told, List<State.Account> accounts) {
        StringBuilder boxes = new StringBuilder();
        accounts.forEach(a -> boxes.append("<p><label><input type='checkbox' checked name='")
                .append(a.id())
                .append("'> ")
                .append(a.name())
                .append(", ")
                .append(a.number())
                .append("</label></p>"));
        return """
                <!doctype html><html lang="en"><meta charset="utf-8"><title>Practice bank</title>
                <meta name="viewport" content="width=device-width">
                <style>body{font:16px/1.5 Georgia,serif;background:#eef1ec;color:#22352b;margin:0}
                main{max-width:30rem;margin:10vh auto;background:#fff;padding:2rem;border:1px solid #b9c6bc}
                input[type=text],input[type=password]{font:inherit;width:100%%;box-sizing:border-box;padding:.4rem;border:1px solid #5d7266}
                button{font:inherit;padding:.5rem 1rem;margin:1rem .5rem 0 0}</style>
                <main><h1>Practice bank</h1>
                <p>Tide Mark asks to look at accounts of yours, to read balances and movements, and to hand in
                files that two people have released, until %s.</p>
                <p role="alert">%s</p>
                <form method="post">
                <p><label>Name<br><input type="text" name="user" value="%s"></label></p>
                <p><label>Password (it is “%s” here)<br><input type="password" name="password"></label></p>%s
                <button>Allow it</button><button name="refuse" value="1">Refuse</button></form></main></html>
                """.formatted(consent.validUntil(), told, USER, PASSWORD, boxes);
    }
}
