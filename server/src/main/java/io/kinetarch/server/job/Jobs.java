package io.kinetarch.server.job;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.CompletionHandler;
import com.github.kagkarlsson.scheduler.task.ExecutionComplete;
import com.github.kagkarlsson.scheduler.task.ExecutionOperations;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import com.github.kagkarlsson.scheduler.task.helper.CustomTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import io.kinetarch.server.job.JobKind.Cancelled;
import io.kinetarch.server.job.JobMapper.Job;
import io.kinetarch.server.job.JobMapper.State;
import io.kinetarch.server.job.JobMapper.Task;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Starts jobs, and works on those that are due: the scheduler's table decides which instance takes one, and gives one whose
 * instance died to another.
 */
@Service
public class Jobs implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(Jobs.class);
    private static final int AT_ONCE = 2;
    private static final int MOST_SHOWN = 20;
    private static final Duration RESPITE = Duration.ofHours(1);
    private static final Duration LOOK = Duration.ofSeconds(2);
    private static final Duration STOP_WITHIN = Duration.ofSeconds(10);
    /** An instance that is silent for four beats is taken for dead, and its jobs are taken over. */
    private static final Duration BEAT = Duration.ofSeconds(2);

    private static final int BEATS_MISSED = 4;
    /** How long a job of a kind that is not known here is left to others. */
    private static final Duration LEFT_FOR = Duration.ofSeconds(5);

    private final JobMapper jobs;
    private final ObjectProvider<JobKind> kinds;
    private final DataSource database;
    private final TransactionTemplate together;
    private final Clock clock;
    private final CustomTask<Void> task = Tasks.custom("job", Void.class)
            .onDeadExecution(this::takeOver)
            .execute((instance, _) -> complete(instance));
    private @Nullable Scheduler scheduler;

    Jobs(
            JobMapper jobs,
            ObjectProvider<JobKind> kinds,
            DataSource database,
            PlatformTransactionManager transactions,
            Clock clock) {
        this.jobs = jobs;
        this.kinds = kinds;
        this.database = database;
        together = new TransactionTemplate(transactions);
        this.clock = clock;
    }

    /** Has work done soon, unless the same waits or runs already. */
    public void start(String kind, String planId) {
        start(kind, planId, "");
    }

    /** The same about some part of the plan. */
    public void start(String kind, String planId, String subject) {
        // stored and scheduled together, so that no server can die in between and leave a job that nobody works on
        together.executeWithoutResult(_ -> jobs.insert(planId, kind, subject, clock.instant())
                .ifPresent(
                        made -> scheduler().scheduleIfNotExists(task.instance(String.valueOf(made)), clock.instant())));
        if (TransactionSynchronizationManager.isSynchronizationActive()) {
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void afterCommit() {
                    scheduler().triggerCheckForDueExecutions();
                }
            });
        } else {
            scheduler().triggerCheckForDueExecutions();
        }
    }

    /** As {@link #start}, but not soon after one that somebody cancelled or that failed. */
    public void offer(String kind, String planId) {
        if (!jobs.stoppedSince(planId, kind, clock.instant().minus(RESPITE))) {
            start(kind, planId);
        }
    }

    List<Job> newest(String planId) {
        return jobs.newest(planId, MOST_SHOWN);
    }

    void cancel(String planId, long id) {
        if (jobs.cancel(planId, id) == 0) {
            throw new Refusal(Kind.NOT_FOUND, "There is no job " + id + " to cancel; it has ended already.");
        }
    }

    /** Works on a job; whether it is done with, be it by an end that is none of success. */
    private boolean work(long id) {
        var found = jobs.find(id);
        if (found.isEmpty()) {
            return true;
        }
        var work = found.get();
        if (work.cancelWanted()) {
            jobs.end(id, State.CANCELLED, null, clock.instant());
            return true;
        }
        var kind =
                kinds.stream().filter(known -> known.name().equals(work.kind())).findFirst();
        if (kind.isEmpty()) {
            return false;
        }
        return jobs.take(id) == 0 || run(kind.get(), id, work);
    }

    /** Whether it is done with: what stops with its server is not, and is begun anew by whoever takes it next. */
    private boolean run(JobKind kind, long id, Task work) {
        try {
            kind.run(work.planId(), work.subject(), (done, steps, said) -> {
                if (!jobs.report(id, done, steps, said)) {
                    throw new Cancelled(id);
                }
            });
            jobs.end(id, State.DONE, null, clock.instant());
        } catch (Cancelled e) {
            jobs.end(id, State.CANCELLED, null, clock.instant());
        } catch (RuntimeException e) {
            if (Thread.interrupted()) {
                LOG.info(
                        "Job {} ({} of plan {}) is left to others, as this server stops",
                        id,
                        work.kind(),
                        work.planId());
                return false;
            }
            LOG.error("Job {} ({} of plan {}) failed", id, work.kind(), work.planId(), e);
            jobs.end(id, State.FAILED, String.valueOf(e.getMessage()), clock.instant());
        }
        return true;
    }

    /** A job of a kind that this instance does not know, a newer one's perhaps, or that it cannot end, is left to others. */
    private CompletionHandler<Void> complete(TaskInstance<Void> instance) {
        return work(Long.parseLong(instance.getId()))
                ? new CompletionHandler.OnCompleteRemove<>()
                : (left, later) -> later.reschedule(left, clock.instant().plus(LEFT_FOR));
    }

    /** The work of an instance that died is due at once; the library's own way of saying so goes by the machine's clock. */
    private void takeOver(ExecutionComplete dead, ExecutionOperations<Void> later) {
        later.reschedule(dead, clock.instant());
    }

    private Scheduler scheduler() {
        var running = scheduler;
        if (running == null) {
            throw new IllegalStateException("Jobs can be started once the server has started");
        }
        return running;
    }

    @Override
    public void start() {
        var starting = Scheduler.create(new TransactionAwareDataSourceProxy(database), task)
                .clock(clock::instant)
                .threads(AT_ONCE)
                .pollingInterval(LOOK)
                .heartbeatInterval(BEAT)
                .missedHeartbeatsLimit(BEATS_MISSED)
                .enableImmediateExecution()
                .shutdownMaxWait(STOP_WITHIN)
                .build();
        scheduler = starting;
        starting.start();
    }

    @Override
    public void stop() {
        var stopping = scheduler;
        scheduler = null;
        if (stopping != null) {
            stopping.stop();
        }
    }

    @Override
    public boolean isRunning() {
        return scheduler != null;
    }
}
