package tidemark.app.web;

import static tidemark.core.words.Catalogue.say;

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
            "review.closed",
            "match.gone",
            "answer.decided",
            "bankdetails.waits",
            "answer.twice",
            "mandate.decided",
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
            "receipt.double",
            "slip.changed",
            "card.taken",
            "card.on-slip",
            "tender.changed",
            "slip.state",
            "run.changed",
            "run.state",
            "run.clearing",
            "run.back",
            "collect.other",
            "mandate.changed",
            "mandate.state",
            "receipt.state",
            "returned.state",
            "returned.already",
            "returned.line",
            "returned.stands",
            "over.done",
            "check.gone",
            "unclaimed.state",
            "unclaimed.changed",
            "returned.changed",
            "fund.changed",
            "advance.closed",
            "drawer.check-gone",
            "top-up.covered",
            "top-up.arrived",
            "count.open",
            "count.ended",
            "drawer.settled",
            "drawer.closed",
            "top-up.waits",
            "expense.double",
            "expense.changed",
            "expense.reversed",
            "attachment.newer",
            "attachment.taken");

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
                say("sign-in.needed.nobodySignedIn"),
                say("sign-in.needed.somebodyWhoIs"),
                say("sign-in.needed.signInAgainInAnotherWindowThen"));
    }

    @ExceptionHandler
    ProblemDetail forbidden(Forbidden e) {
        String needed = switch (e.right()) {
            case PREPARE -> say("web.aPreparer");
            case RECEIVE -> say("web.aReceiver");
            case COUNT -> say("web.aCounter");
            case BANK -> say("web.aBanker");
            case CERTIFY -> say("web.aCertifier");
            case REVIEW -> say("web.aPreparerOrACertifier");
            case ADMINISTER -> say("web.anAdministrator");
            default -> say("web.somebodyWithTheRightToLook");
        };
        return detail(
                HttpStatus.FORBIDDEN,
                "right.missing",
                "",
                say("right.missing.aPersonWithoutThatRight"),
                needed,
                say("right.missing.askAnAdministratorOfTheCompanyFor"));
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
                say("sign-in.closed.tooManyWrongPasswordsInARow"),
                say("sign-in.closed.aPauseOfMinutes", (seconds + 59) / 60),
                say("sign-in.closed.waitThatLongThenSignInAgain"));
    }

    @ExceptionHandler
    ProblemDetail tokenForbidden(TokenForbidden e) {
        return switch (e.right()) {
            case IN_PERSON ->
                detail(
                        HttpStatus.FORBIDDEN,
                        "token.in-person",
                        "",
                        say("token.in-person.aToken"),
                        say("token.in-person.aPersonWhoIsSignedIn"),
                        say("token.in-person.signInWithABrowserForWhat"));
            default -> {
                String scope = switch (e.right()) {
                    case PREPARE, RECEIVE, COUNT, BANK -> "BOOK";
                    case REVIEW -> say("token.scope.bookOrCertify");
                    case CERTIFY -> "CERTIFY";
                    default -> "SET_UP";
                };
                yield detail(
                        HttpStatus.FORBIDDEN,
                        "token.scope",
                        "",
                        say("token.scope.aTokenWithoutTheScope", scope),
                        say("token.scope.oneWithIt"),
                        say("token.scope.makeAnotherTokenWithThisScope"));
            }
        };
    }

    @ExceptionHandler
    ProblemDetail passwordDue(PasswordDue e) {
        return detail(
                HttpStatus.FORBIDDEN,
                "password.due",
                "",
                say("password.due.aPasswordThatSomebodyElseChose"),
                say("password.due.oneThatOnlyYouKnow"),
                say("password.due.changeThePasswordThenGoOn"));
    }

    @ExceptionHandler
    ProblemDetail secondFactorDue(SecondFactorDue e) {
        return detail(
                HttpStatus.FORBIDDEN,
                "second-factor.due",
                "",
                say("second-factor.due.aSignInByPasswordAlone"),
                say("second-factor.due.aSecondFactorWhichThisCompanyAsks"),
                say("second-factor.due.setItUpThenGoOn"));
    }

    @ExceptionHandler
    ProblemDetail missing(NotFound e) {
        return detail(
                HttpStatus.NOT_FOUND,
                "missing",
                "",
                say("web.noSuch", e.getMessage()),
                say("web.oneOfThisCompanys"),
                say("web.itMayHaveBeenRemovedGoBack"));
    }

    @ExceptionHandler({
        NoResourceFoundException.class,
        org.springframework.web.HttpRequestMethodNotSupportedException.class
    })
    ProblemDetail noEndpoint(Exception e) {
        return detail(
                HttpStatus.NOT_FOUND,
                "missing",
                "",
                say("web.noSuchAddress"),
                say("web.anAddressOfTheApi"),
                say("web.checkTheAddress"));
    }

    @ExceptionHandler
    ProblemDetail invalid(MethodArgumentNotValidException e) {
        List<Problem> problems = e.getBindingResult().getFieldErrors().stream()
                .map(f -> new Problem(
                        "field.invalid",
                        f.getField(),
                        f.getRejectedValue() == null ? say("field.invalid.found3") : say("field.invalid.found4"),
                        f.getDefaultMessage() == null
                                ? say("field.invalid.expected3")
                                : say("field.invalid.expected4", f.getDefaultMessage()),
                        say("field.invalid.remedy2")))
                .toList();
        return problems.isEmpty()
                ? detail(
                        HttpStatus.UNPROCESSABLE_CONTENT,
                        "field.invalid",
                        "",
                        say("field.invalid.anUnfitRequest"),
                        say("field.invalid.aFitOne"),
                        say("field.invalid.checkTheForm"))
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
                    say("request.missing.nothing"),
                    say("request.missing.aValueWhichThisQuestionCannotDo"),
                    say("request.missing.giveItAndAskAgain"));
        }
        return detail(
                HttpStatus.BAD_REQUEST,
                "request.unreadable",
                place(e),
                say("request.unreadable.aValueThatCannotBeReadSuch"),
                say("request.unreadable.datesAs20260604AndWhole"),
                say("request.unreadable.checkTheFieldsAndTryAgain"));
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
                say("value.range.aValueTooLargeOrTooFar"),
                say("value.range.daysFrom1900To2999AndAmounts"),
                say("value.range.checkTheDatesAndAmounts"));
    }

    @ExceptionHandler
    ProblemDetail contentType(org.springframework.web.HttpMediaTypeNotSupportedException e) {
        return detail(
                HttpStatus.UNSUPPORTED_MEDIA_TYPE,
                "request.type",
                "Content-Type",
                e.getContentType() == null ? say("request.type.none") : say("request.type.anotherTypeOfContent"),
                say("request.type.expected"),
                say("request.type.setTheHeader"));
    }

    @ExceptionHandler
    ProblemDetail answerType(org.springframework.web.HttpMediaTypeNotAcceptableException e) {
        return detail(
                HttpStatus.NOT_ACCEPTABLE,
                "request.accept",
                "Accept",
                say("request.accept.aTypeOfAnswerThatIsNot"),
                "application/json",
                say("request.accept.setTheHeaderOrLeaveItOut"));
    }

    @ExceptionHandler
    ProblemDetail brokenUpload(org.springframework.web.multipart.MultipartException e) {
        return detail(
                HttpStatus.BAD_REQUEST,
                "file.broken",
                "",
                say("file.broken.aFormWithAFileThatEnds"),
                say("file.broken.aWholeOne"),
                say("file.broken.sendTheFileAgain"));
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
                say("file.size.aFileAboveTheLimit"),
                say("file.size.atMost60Mb"),
                say("file.size.askTheBankForAShorterPeriod"));
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
                say("changed.meanwhile.somethingThatChangedWhileYouWorkedOn"),
                say("changed.meanwhile.whatYouSaw"),
                say("changed.meanwhile.lookAtItAgainAndRepeatWhat"));
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
                say("web.anotherChangeThatTookTooLong"),
                say("web.aFreeAccount"),
                say("web.nothingWasChangedWaitAMomentThen"));
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
                    say("web.aChangeToSomethingCertifiedOrBooked"),
                    say("web.aChangeAboveTheMark"),
                    say("web.leaveItAsItIsOrHave"));
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
                say("web.somethingThatShouldNotHappen"),
                say("web.anAnswer"),
                say("web.itMayHaveBeenDoneOrNot"));
    }
}
