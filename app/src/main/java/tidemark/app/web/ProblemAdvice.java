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
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.orm.jpa.JpaSystemException;
import org.springframework.security.authentication.InsufficientAuthenticationException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.MissingRequestValueException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.support.MissingServletRequestPartException;
import org.springframework.web.servlet.resource.NoResourceFoundException;
import tidemark.app.access.Forbidden;
import tidemark.app.access.Limits;
import tidemark.app.access.NotFound;
import tidemark.app.access.PasswordDue;
import tidemark.app.access.SecondFactorDue;
import tidemark.app.access.SignInClosed;
import tidemark.app.access.TokenForbidden;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** The one place that turns what went wrong into a problem detail (RFC 9457). */
@RestControllerAdvice
class ProblemAdvice {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);
    /** Broken by what somebody else did meanwhile, rather than by what was asked. */
    static final Set<String> CONFLICTS = Set.of(
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
            "approval.state",
            "approval.changed",
            "payment.presented",
            "transfer.reversed",
            "draft.gone",
            "draft.changed",
            "key.running",
            "key.done",
            "receipt.double");

    @ExceptionHandler
    ProblemDetail rule(RuleViolation violation) {
        HttpStatus status = violation.code().equals(Limits.CODE)
                ? HttpStatus.FORBIDDEN
                : CONFLICTS.contains(violation.code()) ? HttpStatus.CONFLICT : HttpStatus.UNPROCESSABLE_CONTENT;
        return detail(status, violation.problems());
    }

    static ProblemDetail detail(HttpStatus status, Problem problem) {
        return detail(status, List.of(problem));
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
                                "values", p.values(),
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
    ResponseEntity<ProblemDetail> closed(SignInClosed e) {
        return ResponseEntity.status(HttpStatus.TOO_MANY_REQUESTS)
                .header("Retry-After", Long.toString(e.seconds()))
                .body(closed(e.seconds()));
    }

    static ProblemDetail closed(long seconds) {
        return detail(
                HttpStatus.TOO_MANY_REQUESTS,
                "sign-in.closed",
                "",
                "too many wrong passwords in a row",
                "a pause of " + (seconds + 59) / 60 + " minutes",
                "Wait that long, then sign in again.");
    }

    @ExceptionHandler
    ProblemDetail tokenForbidden(TokenForbidden e) {
        return switch (e.right()) {
            case IN_PERSON ->
                detail(
                        HttpStatus.FORBIDDEN,
                        "token.in-person",
                        "",
                        "a token",
                        "a person who is signed in",
                        "Sign in with a browser for what concerns your sign-in or your tokens.");
            default -> {
                String scope = switch (e.right()) {
                    case PREPARE -> "BOOK";
                    case CERTIFY -> "CERTIFY";
                    default -> "SET_UP";
                };
                yield detail(
                        HttpStatus.FORBIDDEN,
                        "token.scope",
                        "",
                        "a token without the scope " + scope,
                        "one with it",
                        "Make another token with this scope.");
            }
        };
    }

    @ExceptionHandler
    ProblemDetail passwordDue(PasswordDue e) {
        return detail(
                HttpStatus.FORBIDDEN,
                "password.due",
                "",
                "a password that somebody else chose",
                "one that only you know",
                "Change the password, then go on.");
    }

    @ExceptionHandler
    ProblemDetail secondFactorDue(SecondFactorDue e) {
        return detail(
                HttpStatus.FORBIDDEN,
                "second-factor.due",
                "",
                "a sign-in by password alone",
                "a second factor, which this company asks of everybody",
                "Set it up, then go on.");
    }

    @ExceptionHandler
    ProblemDetail missing(NotFound e) {
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
        if (e instanceof MissingRequestValueException || e instanceof MissingServletRequestPartException) {
            return detail(
                    HttpStatus.BAD_REQUEST,
                    "request.missing",
                    place(e),
                    "nothing",
                    "a value, which this question cannot do without",
                    "Give it, and ask again.");
        }
        return detail(
                HttpStatus.BAD_REQUEST,
                "request.unreadable",
                place(e),
                "a value that cannot be read, such as a date or a number",
                "dates as 2026-06-04 and whole identifiers",
                "Check the fields and try again.");
    }

    /** The field that could not be read, {@code lines[2].date}. */
    private static String place(Exception e) {
        if (e instanceof MethodArgumentTypeMismatchException mismatch) {
            return mismatch.getName();
        }
        if (e instanceof MissingServletRequestParameterException missing) {
            return missing.getParameterName();
        }
        if (e instanceof MissingServletRequestPartException missing) {
            return missing.getRequestPartName();
        }
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof tools.jackson.databind.DatabindException bad) {
                StringBuilder out = new StringBuilder();
                bad.getPath()
                        .forEach(p -> out.append(
                                p.getPropertyName() == null
                                        ? "[" + p.getIndex() + "]"
                                        : (out.isEmpty() ? "" : ".") + p.getPropertyName()));
                return out.toString();
            }
        }
        return "";
    }

    /** A month or day so far off that it cannot be reckoned with. */
    @ExceptionHandler({java.time.DateTimeException.class, ArithmeticException.class})
    ProblemDetail beyondReckoning(Exception e) {
        return detail(
                HttpStatus.BAD_REQUEST,
                "value.range",
                "",
                "a value too large or too far off to be reckoned with",
                "days from 1900 to 2999, and amounts that can be",
                "Check the dates and amounts.");
    }

    @ExceptionHandler
    ProblemDetail contentType(org.springframework.web.HttpMediaTypeNotSupportedException e) {
        return detail(
                HttpStatus.UNSUPPORTED_MEDIA_TYPE,
                "request.type",
                "Content-Type",
                e.getContentType() == null ? "none" : "another type of content",
                "application/json, or a form with a file where one is asked for",
                "Set the header.");
    }

    @ExceptionHandler
    ProblemDetail answerType(org.springframework.web.HttpMediaTypeNotAcceptableException e) {
        return detail(
                HttpStatus.NOT_ACCEPTABLE,
                "request.accept",
                "Accept",
                "a type of answer that is not given here",
                "application/json",
                "Set the header, or leave it out.");
    }

    @ExceptionHandler
    ProblemDetail brokenUpload(org.springframework.web.multipart.MultipartException e) {
        return detail(
                HttpStatus.BAD_REQUEST,
                "file.broken",
                "",
                "a form with a file that ends in the middle or is put together wrongly",
                "a whole one",
                "Send the file again.");
    }

    /** Whoever asked has gone; there is nobody to answer. */
    @ExceptionHandler({
        org.springframework.web.context.request.async.AsyncRequestNotUsableException.class,
        org.apache.catalina.connector.ClientAbortException.class
    })
    void gone(Exception e) {
        LOG.debug("The connection was closed before the answer", e);
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

    @ExceptionHandler
    ProblemDetail changedMeanwhile(ObjectOptimisticLockingFailureException e) {
        LOG.info("Refused, since it changed meanwhile: {}", e.getMessage());
        return meanwhile();
    }

    private static ProblemDetail meanwhile() {
        return detail(
                HttpStatus.CONFLICT,
                "changed.meanwhile",
                "",
                "something that changed while you worked on it",
                "what you saw",
                "Look at it again and repeat what you did; nothing was changed.");
    }

    /** Waited for somebody else's change in vain. */
    @ExceptionHandler
    ProblemDetail busy(PessimisticLockingFailureException e) {
        LOG.warn(
                "Waited too long for another change: {}",
                e.getMostSpecificCause().getMessage());
        return detail(
                HttpStatus.SERVICE_UNAVAILABLE,
                "busy",
                "",
                "another change that took too long",
                "a free account",
                "Nothing was changed. Wait a moment, then try again.");
    }

    /** Only what somebody else wrote first is a conflict; any other constraint that fails is a fault of ours. */
    @ExceptionHandler
    ProblemDetail constraint(DataIntegrityViolationException e) {
        boolean taken = e.getMostSpecificCause() instanceof java.sql.SQLException sql
                && sql.getErrorCode() == org.h2.api.ErrorCode.DUPLICATE_KEY_1;
        if (taken) {
            LOG.info(
                    "Refused, since it was taken meanwhile: {}",
                    e.getMostSpecificCause().getMessage());
            return meanwhile();
        }
        return unexpected(e);
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
                "It may have been done or not: look before you repeat it. If it stays, give the time to whoever looks"
                        + " after the installation.");
    }
}
