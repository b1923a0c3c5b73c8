package app.tidewrack.server.form;

import app.tidewrack.core.form.LeadForm.FormContent;
import app.tidewrack.server.form.ScriptLibrary.Kind;
import app.tidewrack.server.form.ScriptLibrary.Sender;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface FormMapper {
    /** @param sent whether a network has this version */
    record StoredForm(String id, int version, String name, FormContent content, int edits, boolean sent) {}

    record StoredScript(String id, Kind kind, String name, int version, ScriptDraft content) {}

    String FORMS = """
            select f.id, f.version, f.name, f.content, f.edits,
                   exists (select 1 from lead_form_on_account a
                           where a.client_id = f.client_id and a.form_id = f.id and a.version = f.version) as sent
            from lead_form f where f.client_id = #{clientId}""";

    @Select(FORMS + """
             and f.version = (select max(l.version) from lead_form l where l.client_id = f.client_id and l.id = f.id)
            order by f.name collate by_eye, f.id""")
    List<StoredForm> latest(String clientId);

    @Select(FORMS + " and f.id = #{id} order by f.version desc limit 1")
    Optional<StoredForm> form(String clientId, String id);

    @Select(FORMS + " and f.id = #{id} and f.version = #{version}")
    Optional<StoredForm> version(String clientId, String id, int version);

    @Insert("""
            insert into lead_form (client_id, id, version, name, content)
            values (#{clientId}, #{id}, #{version}, #{name}, #{content})""")
    void insertForm(String clientId, String id, int version, String name, FormContent content);

    @Update("""
            update lead_form set name = #{name}, content = #{content}, edits = edits + 1
            where client_id = #{clientId} and id = #{id} and version = #{version} and edits = #{edits}""")
    int updateForm(String clientId, String id, int version, int edits, String name, FormContent content);

    @Delete("delete from lead_form where client_id = #{clientId} and id = #{id}")
    void deleteForm(String clientId, String id);

    @Select("""
            select exists (select 1 from lead_form_on_account where client_id = #{clientId} and form_id = #{id})""")
    boolean everSent(String clientId, String id);

    @Select("""
            select name from creative where client_id = #{clientId} and content->>#{part} = #{id} order by name""")
    List<String> usedBy(String clientId, String part, String id);

    @Select("""
            select external_id from lead_form_on_account
            where client_id = #{clientId} and form_id = #{id} and version = #{version} and account_id = #{accountId}""")
    Optional<String> onAccount(String clientId, String id, int version, String accountId);

    @Insert("""
            insert into lead_form_on_account (client_id, form_id, version, account_id, external_id)
            values (#{clientId}, #{id}, #{version}, #{accountId}, #{externalId}) on conflict do nothing""")
    void setOnAccount(String clientId, String id, int version, String accountId, String externalId);

    record OnAccount(String formId, int version, String accountId, String externalId) {}

    @Select("""
            select form_id, version, account_id, external_id from lead_form_on_account where client_id = #{clientId}""")
    List<OnAccount> onAccounts(String clientId);

    String SCRIPTS = "select id, kind, name, version, content from script where client_id = #{clientId}";

    @Select(SCRIPTS + " order by name collate by_eye, id")
    List<StoredScript> scripts(String clientId);

    @Select(SCRIPTS + " and id = #{id}")
    Optional<StoredScript> script(String clientId, String id);

    @Insert("""
            insert into script (client_id, id, kind, name, version, content)
            values (#{clientId}, #{s.id}, #{s.kind}, #{s.name}, 1, #{s.content})""")
    void insertScript(String clientId, StoredScript s);

    @Update("""
            update script set name = #{s.name}, content = #{s.content}, version = version + 1
            where client_id = #{clientId} and id = #{s.id} and version = #{s.version}""")
    int updateScript(String clientId, StoredScript s);

    @Delete("delete from script where client_id = #{clientId} and id = #{id}")
    void deleteScript(String clientId, String id);

    @Select("select account_id, name, agreed from sender where client_id = #{clientId} order by name, account_id")
    List<Sender> senders(String clientId);

    @Insert("""
            insert into sender (client_id, account_id, name, agreed) values (#{clientId}, #{accountId}, #{name}, #{agreed})
            on conflict (client_id, account_id, name) do update set agreed = excluded.agreed, asked_at = now()""")
    void keepSender(String clientId, String accountId, String name, boolean agreed);
}
