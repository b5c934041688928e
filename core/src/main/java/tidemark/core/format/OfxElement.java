package tidemark.core.format;

import java.util.Arrays;
import java.util.Locale;

/** The elements of a statement that are read; every other is {@link #OTHER} and passed over. */
enum OfxElement {
    OTHER(false),
    OFX(true),
    SIGNONMSGSRSV1(true),
    SONRS(true),
    STATUS(true),
    FI(true),
    BANKMSGSRSV1(true),
    STMTTRNRS(true),
    STMTRS(true),
    BANKACCTFROM(true),
    BANKTRANLIST(true),
    STMTTRN(true),
    LEDGERBAL(true),
    AVAILBAL(true),
    CREDITCARDMSGSRSV1(true),
    CCSTMTTRNRS(true),
    CCSTMTRS(true),
    CCACCTFROM(true),
    PAYEE(true),
    CURRENCY(true),
    ORIGCURRENCY(true),
    BANKACCTTO(true),
    CCACCTTO(true),
    BANKTRANLISTP(true),
    STMTTRNP(true),
    BALLIST(true),
    BAL(true),
    CURDEF(false),
    ACCTID(false),
    DTSTART(false),
    DTEND(false),
    BALAMT(false),
    DTASOF(false),
    CURRATE(false),
    CURSYM(false),
    NAME(false),
    EXTDNAME(false),
    TRNTYPE(false),
    DTPOSTED(false),
    DTTRAN(false),
    DTAVAIL(false),
    TRNAMT(false),
    FITID(false),
    CORRECTFITID(false),
    CORRECTACTION(false),
    CHECKNUM(false),
    REFNUM(false),
    MEMO(false);

    private static final int SIZE = 256;
    private static final OfxElement[] TABLE = new OfxElement[SIZE];
    private static final char[][] NAMES = new char[values().length][];

    static {
        for (OfxElement element : values()) {
            NAMES[element.ordinal()] = element.name().toCharArray();
            int place = place(hash(NAMES[element.ordinal()], 0, element.name().length()));
            while (TABLE[place] != null) {
                place = (place + 1) & (SIZE - 1);
            }
            TABLE[place] = element;
        }
    }

    /** Whether it holds other elements; a group is always closed, in 1.x too. */
    final boolean group;

    OfxElement(boolean group) {
        this.group = group;
    }

    /** Next step of the hash of a name, the same for capitals and small letters. */
    static int step(int hash, char c) {
        return hash * 31 + (c & 0x5F);
    }

    private static int hash(char[] from, int start, int end) {
        int hash = 0;
        for (int i = start; i < end; i++) {
            hash = step(hash, from[i]);
        }
        return hash;
    }

    private static int place(int hash) {
        return (hash ^ (hash >>> 8)) & (SIZE - 1);
    }

    static OfxElement of(String name) {
        char[] upper = name.toUpperCase(Locale.ROOT).toCharArray();
        return of(upper, 0, upper.length, hash(upper, 0, upper.length));
    }

    /** The element with this name, in capitals or not. */
    static OfxElement of(char[] from, int start, int end, int hash) {
        int place = place(hash);
        OfxElement element = TABLE[place];
        while (element != null) {
            if (element.isNamed(from, start, end)) {
                return element;
            }
            place = (place + 1) & (SIZE - 1);
            element = TABLE[place];
        }
        return OTHER;
    }

    int length() {
        return NAMES[ordinal()].length;
    }

    /** Whether the name stands there in capitals as a tag, up to its closing bracket. */
    boolean stands(char[] from, int start, int end) {
        char[] name = NAMES[ordinal()];
        int last = start + name.length;
        return this != OTHER
                && last < end
                && from[last] == '>'
                && Arrays.equals(name, 0, name.length, from, start, last);
    }

    private boolean isNamed(char[] from, int start, int end) {
        char[] name = NAMES[ordinal()];
        if (name.length != end - start) {
            return false;
        }
        if (Arrays.equals(name, 0, name.length, from, start, end)) {
            return true;
        }
        for (int i = 0; i < name.length; i++) {
            char c = from[start + i];
            if (name[i] != (c >= 'a' && c <= 'z' ? (char) (c - 32) : c)) {
                return false;
            }
        }
        return true;
    }
}
