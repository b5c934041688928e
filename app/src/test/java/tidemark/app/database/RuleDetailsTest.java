package tidemark.app.database;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.json.JsonMapper;

/** Rules that were kept before the kinds of bookings had details of their own say the same afterwards. */
class RuleDetailsTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            {'does':'BOOK','kind':'FEE','account':'','party':'N'} | {'does':'BOOK','kind':'FEE','party':'N','details':{}}
            {'does':'BOOK','kind':'FEE','account':'','costCentre':'YARD','taxCode':null} | {'does':'BOOK','kind':'FEE','details':{'costCentre':'YARD'}}
            {'does':'BOOK','kind':'ACCOUNT','account':'6410','taxCode':'ST'} | {'does':'BOOK','kind':'ACCOUNT','details':{'account':'6410','taxCode':'ST'}}
            {'does':'BOOK','kind':'TRANSFER','account':'','otherId':7} | {'does':'BOOK','kind':'TRANSFER','details':{'otherBankAccountId':7}}
            {'does':'BOOK','kind':'CUSTOMER','account':'','otherId':7} | {'does':'BOOK','kind':'CUSTOMER','details':{'partyId':7}}
            {'does':'BOOK','kind':'SPLIT','account':'','parts':[{'account':'1','share':'100'}]} | {'does':'BOOK','kind':'SPLIT','details':{'parts':[{'account':'1','share':'100'}]}}
            {'does':'FORBID','kind':'','account':'','party':'Orrin'} | {'does':'FORBID','kind':'','party':'Orrin'}
            """)
    void details_areKeptApart_byKind(String before, String after) {
        JsonMapper json = new JsonMapper();
        assertEquals(
                json.readTree(after.replace('\'', '"')),
                json.readTree(new RuleDetails().apart(before.replace('\'', '"'))));
    }
}
