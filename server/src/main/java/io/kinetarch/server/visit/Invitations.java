package io.kinetarch.server.visit;

import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.springframework.stereotype.Service;

/** Counts by the day how often the invitations of doors were shown, and what visitors did with them. */
@Service
class Invitations {
    private final InvitationMapper mapper;
    private final Clock clock;

    Invitations(InvitationMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /** What happens to an invitation. */
    enum Fate {
        shown,
        opened,
        dismissed
    }

    /** How often an invitation was shown, opened and put away. */
    record InvitationCount(String invitation, int shown, int opened, int dismissed) {}

    void count(String planId, FrontDoor door, String invitation, Fate fate) {
        if (door.invitations().stream().noneMatch(one -> one.id().equals(invitation))) {
            throw new Refusal(Kind.NOT_FOUND, "The door has no such invitation.");
        }
        mapper.count(
                planId,
                door.id().value(),
                invitation,
                today(),
                fate == Fate.shown ? 1 : 0,
                fate == Fate.opened ? 1 : 0,
                fate == Fate.dismissed ? 1 : 0);
    }

    List<InvitationCount> counts(String planId, String door, int days) {
        return mapper.counts(planId, door, today().minusDays(days));
    }

    private LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    }

    @Mapper
    interface InvitationMapper {
        @Insert("""
                insert into live_invitation (plan_id, door_id, invitation, day, shown, opened, dismissed)
                values (#{planId}, #{door}, #{invitation}, #{day}, #{shown}, #{opened}, #{dismissed})
                on conflict (plan_id, door_id, invitation, day) do update set
                    shown = live_invitation.shown + excluded.shown, opened = live_invitation.opened + excluded.opened,
                    dismissed = live_invitation.dismissed + excluded.dismissed""")
        void count(String planId, String door, String invitation, LocalDate day, int shown, int opened, int dismissed);

        @Select("""
                select invitation, sum(shown)::int as shown, sum(opened)::int as opened, sum(dismissed)::int as dismissed
                from live_invitation where plan_id = #{planId} and door_id = #{door} and day > #{after}
                group by invitation order by invitation""")
        List<InvitationCount> counts(String planId, String door, LocalDate after);
    }
}
