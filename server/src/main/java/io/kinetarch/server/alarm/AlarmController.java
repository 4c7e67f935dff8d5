package io.kinetarch.server.alarm;

import io.kinetarch.server.alarm.Alarms.Alarm;
import io.kinetarch.server.alarm.Alarms.RaisedAlarm;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Of what those who watch a plan wish to be told, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/alarms")
class AlarmController {
    private final Alarms alarms;

    AlarmController(Alarms alarms) {
        this.alarms = alarms;
    }

    /** The alarms that are set, and which of them are raised. */
    @GetMapping
    List<Alarm> alarms(@PathVariable String plan) {
        return alarms.all(plan);
    }

    /** These alarms and no others. */
    @PutMapping
    List<Alarm> keep(@PathVariable String plan, @RequestBody List<Alarm> wanted) {
        return alarms.keep(plan, wanted);
    }

    /** Those that are raised now, the newest first. */
    @GetMapping("/raised")
    List<RaisedAlarm> raised(@PathVariable String plan) {
        return alarms.raised(plan);
    }
}
