package io.kinetarch.server.account;

import io.kinetarch.server.Clocks;
import io.kinetarch.server.account.AccountController.PasswordLinkView;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.security.SecurityEvent;
import io.kinetarch.server.security.SecurityLog;
import java.io.PrintStream;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.mybatis.spring.annotation.MapperScan;
import org.mybatis.spring.boot.autoconfigure.MybatisAutoConfiguration;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.autoconfigure.ImportAutoConfiguration;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.jdbc.autoconfigure.DataSourceAutoConfiguration;
import org.springframework.boot.jdbc.autoconfigure.DataSourceTransactionManagerAutoConfiguration;
import org.springframework.boot.jdbc.autoconfigure.JdbcTemplateAutoConfiguration;
import org.springframework.boot.transaction.autoconfigure.TransactionAutoConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Import;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Lets somebody in again who has lost password, device and recovery codes, and whom no other administrator can help: for whoever
 * may reach the database, while the server runs or not.
 */
public final class LetInCommand {
    private static final int LET_IN = 0;
    private static final int NOT_LET_IN = 2;
    /** Stands in the security log where an address does otherwise. */
    private static final String FROM = "command";

    private final PrintStream out;

    public LetInCommand(PrintStream out) {
        this.out = out;
    }

    /** What keeps accounts, and nothing that serves or waits; it is no part of the server. */
    @ImportAutoConfiguration({
        DataSourceAutoConfiguration.class,
        DataSourceTransactionManagerAutoConfiguration.class,
        JdbcTemplateAutoConfiguration.class,
        TransactionAutoConfiguration.class,
        MybatisAutoConfiguration.class
    })
    @Import({
        Clocks.class,
        SecurityLog.class,
        SignInGuard.class,
        OwnSessions.class,
        SecondFactors.class,
        Accounts.class,
        PasswordLinks.class
    })
    @MapperScan(
            basePackageClasses = {AccountMapper.class, SecurityLog.class},
            annotationClass = Mapper.class)
    static class Keeping {
        @Bean
        JdbcIndexedSessionRepository sessions(JdbcTemplate sql, PlatformTransactionManager transactions) {
            return new JdbcIndexedSessionRepository(sql, new TransactionTemplate(transactions));
        }
    }

    /**
     * Lets the owner of the account in that is named first; 0 where it did.
     *
     * @param args the account's name, then settings as the server takes them
     */
    public int run(List<String> args) {
        if (args.isEmpty() || args.getFirst().startsWith("-")) {
            out.println("usage: ./kinetarch let-in ACCOUNT");
            return NOT_LET_IN;
        }
        String name = args.getFirst();
        try (var context = new SpringApplicationBuilder(Keeping.class)
                .web(WebApplicationType.NONE)
                .logStartupInfo(false)
                .run(args.subList(1, args.size()).toArray(String[]::new))) {
            if (!hasAccounts(context.getBean(JdbcTemplate.class))) {
                out.println(
                        "This database holds no accounts yet. Start Kinetarch on it once, or name the one that it uses"
                                + " (KINETARCH_DB_URL).");
                return NOT_LET_IN;
            }
            var link = PasswordLinkView.of(context.getBean(PasswordLinks.class).letIn(name));
            context.getBean(SecurityLog.class)
                    .keep(SecurityEvent.PASSWORD_LINK_MADE, name, "let in, without a second factor", FROM);
            String address = context.getEnvironment().getProperty("kinetarch.public-address", "");
            out.println("\"" + name + "\" may sign in again, by password alone. The password is set here, once, until "
                    + link.endsAt() + ":");
            out.println(address + link.path());
            return LET_IN;
        } catch (Refusal refused) {
            out.println(refused.getMessage());
            return NOT_LET_IN;
        }
    }

    private static boolean hasAccounts(JdbcTemplate sql) {
        return Boolean.TRUE.equals(sql.queryForObject("select to_regclass('account') is not null", Boolean.class));
    }
}
