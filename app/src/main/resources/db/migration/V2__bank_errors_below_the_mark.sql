create trigger bank_error_below_mark before insert, update, delete on bank_error for each row call "tidemark.app.guard.BankErrorGuard";
