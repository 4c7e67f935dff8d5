-- Sums of a plan's series, how each is forecast, and by how much each forecast counts for each series.
create table forecast_sums (
    plan_id  text primary key references plan on delete cascade,
    -- the day after the last that the trials knew
    tried_on date  not null,
    -- without weights where forecasting sums as well is not worth it
    document jsonb not null
);
