-- What a crew has chosen where installers disagree, recipe by recipe.
create table crew_school (
    crew_id uuid not null references crew,
    recipe_id text not null,
    content text not null,
    primary key (crew_id, recipe_id)
);
