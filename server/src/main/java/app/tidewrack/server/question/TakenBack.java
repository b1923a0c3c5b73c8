package app.tidewrack.server.question;

import app.tidewrack.server.web.NotWanted;
import java.sql.Statement;
import org.apache.ibatis.executor.statement.StatementHandler;
import org.apache.ibatis.plugin.Interceptor;
import org.apache.ibatis.plugin.Intercepts;
import org.apache.ibatis.plugin.Invocation;
import org.apache.ibatis.plugin.Signature;
import org.apache.ibatis.session.ResultHandler;
import org.springframework.stereotype.Component;

/** Ends in the database what is read for a question that is no longer wanted. */
@Component
@Intercepts({
    @Signature(
            type = StatementHandler.class,
            method = "query",
            args = {Statement.class, ResultHandler.class})
})
class TakenBack implements Interceptor {
    @Override
    public Object intercept(Invocation reading) throws Throwable {
        Question question = Questions.current();
        if (question == null) {
            return reading.proceed();
        }
        question.begin((Statement) reading.getArgs()[0]);
        try {
            return reading.proceed();
        } catch (Exception failed) {
            throw question.wanted() ? failed : new NotWanted();
        } finally {
            question.end();
        }
    }
}
