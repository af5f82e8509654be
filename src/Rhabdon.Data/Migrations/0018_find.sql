-- A port's label found by what it begins with, among a million.
create index termination_label_prefix on termination (lower(label) text_pattern_ops);
create index cable_name_prefix on cable (lower(name) text_pattern_ops);
