package tidemark.app.web;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.orm.jpa.JpaSystemException;
import org.springframework.security.authentication.InsufficientAuthenticationException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.support.MissingServletRequestPartException;
import org.springframework.web.servlet.resource.NoResourceFoundException;
import tidemark.app.access.Forbidden;
import tidemark.app.access.Missing;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** The one place that turns what went wrong into a problem detail (RFC 9457). */
@RestControllerAdvice
class ProblemAdvice {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);
    /** Broken by what somebody else did meanwhile, rather than by what was asked. */
    private static final Set<String> CONFLICTS = Set.of(
            "match.taken",
            "match.gone",
            "month.state",
            "month.prepared",
            "mark.held",
            "entry.reversed",
            "entry.matched",
            "file.known",
            "error.declared",
            "settle.open",
            "settlement.undone",
            "number.taken",
            "payment.state",
            "payment.presented",
            "transfer.reversed",
            "draft.gone",
            "draft.changed");

    @ExceptionHandler
    ProblemDetail rule(RuleViolation violation) {
        HttpStatus status =
                CONFLICTS.contains(violation.code()) ? HttpStatus.CONFLICT : HttpStatus.UNPROCESSABLE_CONTENT;
        return detail(status, violation.problems());
    }

    private static ProblemDetail detail(HttpStatus status, List<Problem> problems) {
        ProblemDetail detail =
                ProblemDetail.forStatusAndDetail(status, problems.getFirst().message());
        detail.setProperty("code", problems.getFirst().code());
        detail.setProperty(
                "problems",
                problems.stream()
                        .map(p -> Map.of(
                                "code", p.code(),
                                "where", p.where(),
                                "found", p.found(),
                                "expected", p.expected(),
                                "remedy", p.remedy(),
                                "message", p.message()))
                        .toList());
        return detail;
    }

    private static ProblemDetail detail(
            HttpStatus status, String code, String where, String found, String expected, String remedy) {
        return detail(status, List.of(new Problem(code, where, found, expected, remedy)));
    }

    @ExceptionHandler
    ProblemDetail notSignedIn(InsufficientAuthenticationException e) {
        return detail(
                HttpStatus.UNAUTHORIZED,
                "sign-in.needed",
                "",
                "nobody signed in",
                "somebody who is",
                "Sign in again in another window, then repeat what you did here; what you typed is kept.");
    }

    @ExceptionHandler
    ProblemDetail forbidden(Forbidden e) {
        String needed = switch (e.right()) {
            case PREPARE -> "a preparer";
            case CERTIFY -> "a certifier";
            case ADMINISTER -> "an administrator";
            default -> "somebody with the right to look";
        };
        return detail(
                HttpStatus.FORBIDDEN,
                "right.missing",
                "",
                "a person without that right",
                needed,
                "Ask an administrator of the company for it.");
    }

    @ExceptionHandler
    ProblemDetail missing(Missing e) {
        return detail(
                HttpStatus.NOT_FOUND,
                "missing",
                "",
                "no such " + e.getMessage(),
                "one of this company's",
                "It may have been removed; go back and look again.");
    }

    @ExceptionHandler({
        NoResourceFoundException.class,
        org.springframework.web.HttpRequestMethodNotSupportedException.class
    })
    ProblemDetail noEndpoint(Exception e) {
        return detail(
                HttpStatus.NOT_FOUND, "missing", "", "no such address", "an address of the API", "Check the address.");
    }

    @ExceptionHandler
    ProblemDetail invalid(MethodArgumentNotValidException e) {
        List<Problem> problems = e.getBindingResult().getFieldErrors().stream()
                .map(f -> new Problem(
                        "field.invalid",
                        f.getField(),
                        f.getRejectedValue() == null ? "nothing" : "a value that is too long or unfit",
                        f.getDefaultMessage() == null ? "another value" : "a value that " + f.getDefaultMessage(),
                        "Correct the field."))
                .toList();
        return problems.isEmpty()
                ? detail(
                        HttpStatus.UNPROCESSABLE_CONTENT,
                        "field.invalid",
                        "",
                        "an unfit request",
                        "a fit one",
                        "Check the form.")
                : detail(HttpStatus.UNPROCESSABLE_CONTENT, problems);
    }

    @ExceptionHandler({
        HttpMessageNotReadableException.class,
        MethodArgumentTypeMismatchException.class,
        MissingServletRequestParameterException.class,
        MissingServletRequestPartException.class
    })
    ProblemDetail unreadable(Exception e) {
        return detail(
                HttpStatus.BAD_REQUEST,
                "request.unreadable",
                "",
                "a value that cannot be read, such as a date or a number",
                "dates as 2026-06-04 and whole identifiers",
                "Check the fields and try again.");
    }

    @ExceptionHandler
    ProblemDetail tooLarge(MaxUploadSizeExceededException e) {
        return detail(
                HttpStatus.CONTENT_TOO_LARGE,
                "file.size",
                "",
                "a file above the limit",
                "at most 60 MB",
                "Ask the bank for a shorter period.");
    }

    @ExceptionHandler({
        DataIntegrityViolationException.class,
        ObjectOptimisticLockingFailureException.class,
        PessimisticLockingFailureException.class
    })
    ProblemDetail meanwhile(Exception e) {
        LOG.info("Refused, since the data changed meanwhile", e);
        return detail(
                HttpStatus.CONFLICT,
                "changed.meanwhile",
                "",
                "something that changed while you worked on it",
                "what you saw",
                "Look at it again and repeat what you did; nothing was changed.");
    }

    @ExceptionHandler
    ProblemDetail database(JpaSystemException e) {
        String message = String.valueOf(e.getMostSpecificCause().getMessage());
        if (message.contains("mark.held") || message.contains("written.once")) {
            return detail(
                    HttpStatus.CONFLICT,
                    message.contains("mark.held") ? "mark.held" : "written.once",
                    "",
                    "a change to something certified or booked",
                    "a change above the mark",
                    "Leave it as it is, or have the last month reopened.");
        }
        return unexpected(e);
    }

    @ExceptionHandler
    ProblemDetail unexpected(Exception e) {
        LOG.error("Unexpected", e);
        return detail(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "unexpected",
                "",
                "something that should not happen",
                "an answer",
                "Nothing was changed. Try again; if it stays, give the time to whoever looks after the installation.");
    }
}
